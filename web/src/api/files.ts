// Files out of the server and into it.
import { type ExportRequest, type Imported, patient, Refused } from "./client";
import { tellSignedOut } from "./door";

const UNREACHABLE = "Cindo does not answer. Try again in a moment.";

async function ask(path: string, init?: RequestInit): Promise<Response> {
  let response: Response;
  try {
    response = await patient(new Request(new URL(path, globalThis.location.origin), init));
  } catch {
    throw new Refused("unreachable", "", UNREACHABLE);
  }
  if (response.ok) return response;
  const body = (await response.json().catch(() => null)) as {
    error?: { code: string; field: string; message: string };
  } | null;
  const { code, field, message } = body?.error ?? { code: "page", field: "", message: UNREACHABLE };
  if (code === "signed_out") tellSignedOut();
  throw new Refused(code, field, message);
}

const post = (body: BodyInit): RequestInit => ({
  method: "POST",
  headers: { "Content-Type": "application/json" },
  body,
});

/** Hands a file to the browser to keep. */
export function keepFile(blob: Blob, name: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

function nameOf(response: Response): string {
  return (
    /filename="([^"]+)"/.exec(response.headers.get("content-disposition") ?? "")?.[1] ?? "card"
  );
}

/** A card as a file, kept by the browser. */
export async function exportCard(request: ExportRequest): Promise<void> {
  const response = await ask("/api/export", post(JSON.stringify(request)));
  keepFile(await response.blob(), nameOf(response));
}

/** The whole book as a file. */
export async function exportBook(): Promise<void> {
  const response = await ask("/api/book");
  keepFile(await response.blob(), nameOf(response));
}

/** The lists of a file, which may be longer than the server takes at once. */
const LISTS = ["cards", "shelf", "cooks", "services"] as const;
type Listed = (typeof LISTS)[number];
type Book = Record<string, unknown> & Partial<Record<Listed, unknown[]>>;
/** A piece holds so much at most: it is worked out before the server answers. */
const PIECE = { things: 20, letters: 150_000 };
/** What is smaller goes in one piece: all of it or nothing. */
const WHOLE = { things: 60, letters: 200_000 };

type Piece = { list: Listed; from: number; body: Book };

function isBook(read: unknown): read is Book {
  const ours = typeof read === "object" && read !== null && "cindo_cards" in read;
  return ours && LISTS.every((list) => Array.isArray((read as Book)[list] ?? []));
}

/** A large file cut up; nothing where it is small, or none of ours: then the server says what it makes of it. */
export function piecesOf(text: string): Piece[] {
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    return [];
  }
  if (!isBook(read)) return [];
  const things = LISTS.reduce((n, list) => n + ((read as Book)[list]?.length ?? 0), 0);
  if (things <= WHOLE.things && text.length <= WHOLE.letters) return [];
  const { left_out: _, kitchen, board, ...rest } = read;
  const head = Object.fromEntries(
    Object.entries(rest).filter(([key]) => !(LISTS as readonly string[]).includes(key)),
  );
  const pieces: Piece[] = [];
  for (const list of LISTS) {
    let some: unknown[] = [];
    let letters = 0;
    const all = read[list] ?? [];
    all.forEach((one, i) => {
      const long = JSON.stringify(one).length;
      if (some.length === PIECE.things || (some.length > 0 && letters + long > PIECE.letters)) {
        pieces.push({ list, from: i - some.length, body: { ...head, [list]: some } });
        some = [];
        letters = 0;
      }
      some.push(one);
      letters += long;
    });
    if (some.length > 0)
      pieces.push({ list, from: all.length - some.length, body: { ...head, [list]: some } });
  }
  if (kitchen && pieces[0]) pieces[0].body.kitchen = kitchen;
  if (board && pieces[0]) pieces[0].body.board = board;
  return pieces;
}

async function bring(body: string): Promise<Imported> {
  const response = await ask("/api/import", post(body));
  return (await response.json()) as Imported;
}

/** What is in a file comes in: a small one all or none, a large one in pieces, each all or none. */
export async function importCards(
  file: Blob,
  sofar: (done: number, of: number) => void = () => undefined,
): Promise<Imported> {
  const text = await file.text();
  const pieces = piecesOf(text);
  if (pieces.length === 0) return bring(text);
  const came: Imported = { made: [], others: 0, there: 0 };
  for (const [i, piece] of pieces.entries()) {
    sofar(i, pieces.length);
    try {
      const one = await bring(JSON.stringify(piece.body));
      came.made.push(...one.made);
      came.others += one.others;
      came.there += one.there;
    } catch (cause) {
      if (!(cause instanceof Refused)) throw cause;
      // Its place in the file, not in the piece.
      const field = cause.field.replace(
        /^(\w+)\[(\d+)\]/,
        (_, list, at) => `${list}[${Number(at) + piece.from}]`,
      );
      const before = came.made.length + came.others;
      const kept = before > 0 ? ` What stood before it in the file (${before}) came in.` : "";
      throw new Refused(cause.code, field, `${cause.message}.${kept}`);
    }
  }
  return came;
}

/** All that is kept, as one file. */
export async function keepCopy(): Promise<void> {
  const response = await ask("/api/book");
  keepFile(await response.blob(), nameOf(response));
}

/** What came of going back to a copy. */
export type Restored = { all: number; aside: string };

/** Everything that is kept makes room for what is in a file. It goes over as it is read: the file may be large. */
export async function restoreCopy(file: Blob): Promise<Restored> {
  const response = await ask("/api/owner/restore", post(file));
  return (await response.json()) as Restored;
}
