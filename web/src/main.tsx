import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { lazy, StrictMode, Suspense, useEffect, useMemo, useRef, useState } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Link, Route, Routes, useLocation, useNavigate } from "react-router";
import "./app.css";
import {
  CallsProvider,
  DoorProvider,
  FireProvider,
  FireStrip,
  FirstVisit,
  fetchTheRest,
  Keys,
  Mishap,
  PieceProvider,
  Rail,
  reloadAfterUpgrade,
  useKeys,
  useKitchen,
  usePiece,
  useStored,
  useUpgrade,
  VIEWS,
} from "./shell";
import { UnitsContext } from "./ui";
import { METRIC, type Units } from "./units";

const counter = () => import("./features/counter");
const theRest = () => counter().then((m) => m.theRest());
const ways = () => import("./features/ways");
const prep = () => import("./features/prep");
const service = () => import("./features/service");
const fire = () => import("./features/fire");
const book = () => import("./features/book");
const kit = () => import("./features/kit");
const knows = () => import("./features/knows");
const sheet = () => import("./features/sheet");
const office = () => import("./features/office");
const Counter = lazy(() => counter().then((m) => ({ default: m.Counter })));
const Ways = lazy(() => ways().then((m) => ({ default: m.Ways })));
const Card = lazy(() => ways().then((m) => ({ default: m.Card })));
const Prep = lazy(() => prep().then((m) => ({ default: m.Prep })));
const Service = lazy(() => service().then((m) => ({ default: m.Service })));
const Fire = lazy(() => fire().then((m) => ({ default: m.Fire })));
const Cooked = lazy(() => book().then((m) => ({ default: m.Cooked })));
const Book = lazy(() => book().then((m) => ({ default: m.Book })));
const Kit = lazy(() => kit().then((m) => ({ default: m.Kit })));
const Sheet = lazy(() => sheet().then((m) => ({ default: m.Sheet })));
const Office = lazy(() => office().then((m) => ({ default: m.Office })));
const Knows = lazy(() => knows().then((m) => ({ default: m.Knows })));

const queries = new QueryClient({
  defaultOptions: { queries: { retry: 1, staleTime: 30_000, refetchOnWindowFocus: false } },
});

function Nowhere() {
  return (
    <div className="p-8">
      <h1 className="text-title font-bold">There is no page here</h1>
      <p className="py-4">
        <Link to="/" className="underline">
          Back to the counter
        </Link>
      </p>
    </div>
  );
}

/** Views that stand in no rail. */
const BESIDE: { [path: string]: string } = {
  "/sheet": "Food-safety sheet",
  "/office": "Office",
};

function House() {
  useUpgrade();
  const [units, setUnits] = useStored<Units>("cindo.units", METRIC);
  const [theme, setTheme] = useStored<{ night: boolean | null }>("cindo.theme", { night: null });
  const [keys, setKeys] = useState(false);
  const dark = window.matchMedia?.("(prefers-color-scheme: dark)").matches ?? false;
  const night = theme.night ?? dark;
  const go = useNavigate();
  const { pathname } = useLocation();
  const { query } = usePiece();
  const { unread } = useKitchen();
  useEffect(() => {
    document.documentElement.dataset.theme = night ? "night" : "day";
  }, [night]);
  // What the page is called says where one is, and the focus goes along to what has changed.
  const main = useRef<HTMLElement>(null);
  const at = `/${pathname.split("/")[1] ?? ""}`;
  const before = useRef(at);
  useEffect(() => {
    const view = VIEWS.find((one) => one.path === at);
    const name = BESIDE[at] ?? view?.name;
    document.title = name ? `${name} · Cindo` : "Cindo";
    if (before.current === at) return;
    before.current = at;
    main.current?.focus({ preventScroll: true });
  }, [at]);
  useKeys(
    useMemo(
      () => ({
        ...Object.fromEntries(
          VIEWS.map((view) => [
            view.key,
            {
              does: () => go({ pathname: view.path, search: view.withPiece ? query : "" }),
              says: VIEWS.map((v) => v.name).join(", "),
            },
          ]),
        ),
        n: { does: () => setTheme({ night: !night }), says: "day or night" },
        "?": { does: () => setKeys(true), says: "this list" },
      }),
      [go, query, night, setTheme],
    ),
  );
  return (
    <UnitsContext.Provider value={units}>
      <a href="#main" className="skip-link no-print">
        To the view
      </a>
      <Rail
        units={units}
        setUnits={setUnits}
        night={night}
        setNight={(on) => setTheme({ night: on })}
        showKeys={() => setKeys(true)}
      />
      <main
        id="main"
        ref={main}
        tabIndex={-1}
        className="pb-20 md:pb-0 md:pl-[84px] print:pl-0 outline-none"
      >
        {pathname !== "/fire" && <FireStrip />}
        {unread && (
          <p role="status" className="px-4 md:px-8 pt-3 font-semibold" data-testid="kitchen-unread">
            <span className="text-warning" aria-hidden="true">
              ▲{" "}
            </span>
            What this kitchen has cannot be read just now: everything counts as here.
          </p>
        )}
        <Mishap key={pathname.split("/")[1]}>
          {(pathname === "/" || pathname === "/ways") && <FirstVisit />}
          <Suspense fallback={<p className="p-8 quiet">One moment</p>}>
            <Routes>
              <Route path="/" element={<Counter />} />
              <Route path="/prep" element={<Prep />} />
              <Route path="/ways" element={<Ways />} />
              <Route path="/ways/:kind" element={<Card />} />
              <Route path="/fire" element={<Fire />} />
              <Route path="/service" element={<Service />} />
              <Route path="/book" element={<Book />} />
              <Route path="/book/:id" element={<Book />} />
              <Route path="/book/cook/:id" element={<Cooked />} />
              <Route path="/kit" element={<Kit setUnits={setUnits} />} />
              <Route path="/knows" element={<Knows />} />
              <Route path="/sheet" element={<Sheet />} />
              <Route path="/office" element={<Office />} />
              <Route path="*" element={<Nowhere />} />
            </Routes>
          </Suspense>
        </Mishap>
      </main>
      <Keys open={keys} close={() => setKeys(false)} />
    </UnitsContext.Provider>
  );
}

reloadAfterUpgrade();
window.addEventListener("load", () =>
  fetchTheRest([counter, theRest, prep, ways, fire, service, book, kit, knows, office]),
);

// Where the connection is safe enough for it, the page opens while the server is away.
if (import.meta.env.PROD && "serviceWorker" in navigator)
  window.addEventListener("load", () => {
    // Where it may not, nothing is lost but that.
    navigator.serviceWorker.register("/away.js").catch(() => undefined);
  });

const root = document.getElementById("root");
if (root)
  createRoot(root).render(
    <StrictMode>
      <Mishap>
        <QueryClientProvider client={queries}>
          <BrowserRouter>
            <DoorProvider>
              <PieceProvider>
                <FireProvider>
                  <CallsProvider>
                    <House />
                  </CallsProvider>
                </FireProvider>
              </PieceProvider>
            </DoorProvider>
          </BrowserRouter>
        </QueryClientProvider>
      </Mishap>
    </StrictMode>,
  );
