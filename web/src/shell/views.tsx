// The views, in one place: path, name, mark and key. The rail draws them, the keys go to them, and the
// list of keys lists them.
import type { ReactNode } from "react";

export type View = {
  path: string;
  name: string;
  /** Its key, and what it is called in the list of keys. */
  key: string;
  /** Drawn from the slice: a piece on the board, strips on one clock, a page. */
  mark: ReactNode;
  /** The piece in hand goes along in its address. */
  withPiece: boolean;
  /** What it is for, in a line. */
  says: string;
  /** It has a place of its own in the bar of a phone; the others stand behind "more". */
  inBar: boolean;
};

export const VIEWS: readonly View[] = [
  {
    path: "/",
    name: "Counter",
    key: "1",
    mark: <path d="M3 17c0-6 5-10 13-10 3 0 5 3 5 6v4zM2 20h20" />,
    withPiece: true,
    says: "The fish in your hand",
    inBar: true,
  },
  {
    path: "/prep",
    name: "Prep",
    key: "2",
    mark: <path d="M4 20 14 10M14 10l2-6 4 4-6 2M3 14h5M3 17h3" />,
    withPiece: true,
    says: "What is done before the heat, how much and when",
    inBar: false,
  },
  {
    path: "/ways",
    name: "Ways",
    key: "3",
    mark: <path d="M3 5h16M3 5v3h16V5M3 11h9v3H3zM3 17h13v3H3z" />,
    withPiece: true,
    says: "Every way to cook it, and how long each takes",
    inBar: true,
  },
  {
    path: "/fire",
    name: "Fire",
    key: "4",
    mark: (
      <path d="M12 21c-4 0-6.5-2.6-6.5-6 0-4 3.5-5.5 4-11 3 1.5 4.5 4 4.3 7 1-.6 1.6-1.6 1.8-3 2 2 3 4.3 3 7 0 3.4-2.6 6-6.6 6z" />
    ),
    withPiece: false,
    says: "What is cooking now",
    inBar: true,
  },
  {
    path: "/service",
    name: "Service",
    key: "5",
    mark: <path d="M3 7h9M7 12h11M3 17h7M21 4v16M12 7l4-2M18 12l3-1" />,
    withPiece: true,
    says: "Many plates to one time, and who does what next",
    inBar: true,
  },
  {
    path: "/book",
    name: "Book",
    key: "6",
    mark: <path d="M5 3h12l2 2v16H5zM9 8h6M9 12h6M9 16h3" />,
    withPiece: false,
    says: "What you cooked and what you kept",
    inBar: true,
  },
  {
    path: "/kit",
    name: "Kit",
    key: "7",
    mark: <path d="M3 9h12v3a5 5 0 0 1-5 5H8a5 5 0 0 1-5-5zM15 10h7M5 20h8" />,
    withPiece: true,
    says: "Your pans, hobs and ovens",
    inBar: false,
  },
  {
    path: "/knows",
    name: "Knows",
    key: "8",
    mark: <path d="M12 4a8 8 0 1 0 0 16 8 8 0 0 0 0-16zM12 11v5M12 7.5v1" />,
    withPiece: false,
    says: "What Cindo knows, and where it is from",
    inBar: false,
  },
];
