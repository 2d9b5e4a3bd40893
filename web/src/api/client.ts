// The only place that fetches. Types are generated from the server's description.
import createClient from "openapi-fetch";
import type { components, paths } from "../wire/schema";
import { count } from "./asking";
import { tellSignedOut } from "./door";

type Schemas = components["schemas"];
export type Fish = Schemas["FishWire"];
export type FishList = Schemas["FishList"];
export type Level = Schemas["Level"];
export type PieceAsked = Schemas["PieceWire"];
export type MethodAsked = Schemas["MethodWire"];
export type TargetAsked = Schemas["TargetWire"];
export type PlanRequest = Schemas["PlanRequest"];
export type Plan = Schemas["PlanAnswer"];
export type Preparation = Schemas["Preparation"];
export type PrepRequest = Schemas["PrepRequest"];
export type Prepared = Schemas["PrepAnswer"];
export type PrepOffered = Schemas["PrepOffered"];
export type Offered = Schemas["Offered"];
export type Doing = Schemas["Doing"];
export type Amount = Schemas["Amount"];
export type Step = Schemas["Step"];
export type Setting = Schemas["SettingWire"];
export type SliceFieldWire = Schemas["SliceFieldWire"];
export type CutOpenWire = Schemas["CutOpenAnswer"];
export type CutOpenRequest = Schemas["CutOpenRequest"];
export type Wishes = Schemas["Wishes"];
export type RankRequest = Schemas["RankRequest"];
export type Rank = Schemas["RankAnswer"];
export type Way = Schemas["WayWire"];
export type Card = Schemas["CardWire"];
export type CardLine = Schemas["CardSummary"];
export type CardList = Schemas["CardList"];
export type Tally = Schemas["TallyWire"];
export type Result = Schemas["Middle"];
export type CardChange = Schemas["CardChange"];
export type CardNew = Schemas["CardNew"];
export type OwnFish = Schemas["OwnFishWire"];
export type WhichFish = Schemas["WhichFish"];
export type Form = Schemas["FormWire"];
export type Notice = Schemas["Notice"];
export type Eaters = Schemas["Eaters"];
export type Origin = Schemas["Origin"];
export type Span = Schemas["Span"];
export type Since = Schemas["Since"];
export type Danger = Schemas["Danger"];
export type Apart = Schemas["Apart"];
export type SheetLine = Schemas["SheetLine"];
export type LeftoverRequest = Schemas["LeftoverRequest"];
export type Freezing = Schemas["Freezing"];
export type Looks = Schemas["Looks"];
export type Knowledge = Schemas["Knowledge"];
export type Cut = Schemas["CutWire"];
export type NoticesRequest = Schemas["NoticesRequest"];
export type FreshnessRequest = Schemas["FreshnessRequest"];
export type PortionsRequest = Schemas["PortionsRequest"];
export type ShoppingRequest = Schemas["ShoppingRequest"];
export type ThawRequest = Schemas["ThawRequest"];
export type WholeRequest = Schemas["WholeRequest"];
export type ShelfItem = Schemas["ShelfItem"];
export type ShelfNew = Schemas["ShelfNew"];
export type Lot = Schemas["LotWire"];
export type Figures = Schemas["Figures"];
export type SettleRequest = Schemas["SettleRequest"];
export type School = Schemas["SchoolWire"];
export type SchoolOption = Schemas["SchoolOptionWire"];
export type ExportRequest = Schemas["ExportRequest"];
export type FileKind = Schemas["FileKind"];
export type Imported = Schemas["ImportAnswer"];
export type TogetherRequest = Schemas["TogetherRequest"];
export type Among = Schemas["AmongWire"];
export type ServiceRequest = Schemas["ServiceRequest"];
export type ServicePlan = Schemas["Service"];
export type ServiceAct = Schemas["ActTold"];
export type ServicePlate = Schemas["PlateTold"];
export type ServiceTicket = Schemas["TicketTold"];
export type Board = Schemas["BoardWire"];
export type BoardKept = Schemas["BoardKept"];
export type KitchenAsked = Schemas["KitchenAsked"];
export type KitchenKept = Schemas["KitchenKept"];
export type ShelfOffered = Schemas["ShelfOffered"];
export type CookRequest = Schemas["CookRequest"];
export type Standing = Schemas["CookAnswer"];
export type CookKept = Schemas["CookKept"];
export type CookNew = Schemas["CookNew"];
export type CookLine = Schemas["CookLine"];
export type CookEvent = Schemas["Event"];
export type Happened = Schemas["Happened"];
export type CookList = Schemas["CookList"];
export type What = Schemas["What"];
export type CueKey = Schemas["CueKey"];
export type Askable = Schemas["Askable"];
export type CameOut = Schemas["CameOut"];
export type Next = Schemas["Next"];
export type Advice = Schemas["Advice"];

export type Session = Schemas["SessionTold"];
export type PasscodeSet = Schemas["PasscodeSet"];
export type Device = Schemas["DeviceTold"];

/** What the server refused, with the field it is about. */
export class Refused extends Error {
  constructor(
    readonly code: string,
    readonly field: string,
    message: string,
  ) {
    super(message);
  }
}

/** Not taken just now, through no fault of what was sent: it is sent again by itself. */
export const isLater = (code: string): boolean =>
  ["unreachable", "internal", "not_kept", "busy", "too_slow", "signed_out"].includes(code);

const UNREACHABLE = "Cindo does not answer. What you typed is kept; try again in a moment.";

/** Where too much is asked at once, the server says when to come again: so often it is done by itself. */
const COMES_AGAIN = 4;

/** The answer, asked for again while the server is busy. */
export async function patient(request: Request): Promise<Response> {
  for (let tries = 0; ; tries++) {
    const answer = await fetch(request.clone());
    const afterS = Number(answer.headers.get("Retry-After"));
    if (answer.status !== 503 || !(afterS > 0) || tries === COMES_AGAIN) return answer;
    // Not all of those who were told so at once.
    const wait = 1000 * afterS * (0.75 + 0.5 * Math.random());
    await new Promise<void>((done, gone) => {
      const timer = setTimeout(done, wait);
      request.signal.addEventListener("abort", () => {
        clearTimeout(timer);
        gone(request.signal.reason);
      });
    });
  }
}

const client = createClient<paths>({
  baseUrl: globalThis.location.origin,
  fetch: async (request) => {
    count(1);
    try {
      return await patient(request);
    } finally {
      count(-1);
    }
  },
});

type Answer<T> = { data?: T; error?: unknown; response: Response };

function isErrorBody(body: unknown): body is Schemas["ErrorBody"] {
  return typeof body === "object" && body !== null && "error" in body;
}

async function take<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await call;
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === "AbortError") throw cause;
    throw new Refused("unreachable", "", UNREACHABLE);
  }
  if (answer.response.ok) return answer.data as T;
  if (isErrorBody(answer.error)) {
    const { code, field, message } = answer.error.error;
    if (code === "signed_out") tellSignedOut();
    throw new Refused(code, field, message);
  }
  throw new Refused("unreachable", "", UNREACHABLE);
}

/** Cards on one page of the book. */
export const CARDS_A_PAGE = 50;
const MOST_ON_SHELF = 200;

/** An id for something new: a write that has to be sent again makes one thing. */
export function newId(): string {
  return globalThis.crypto.randomUUID?.() ?? `${Date.now()}-${Math.random().toString(36).slice(2)}`;
}

const ifMatch = (revision: number) => ({ "If-Match": `"${revision}"` });

const withSignal = (signal?: AbortSignal) => (signal ? { signal } : {});

export const api = {
  session: () => take(client.GET("/api/session")),
  signIn: (passcode: string, device: string) =>
    take(client.POST("/api/session", { body: { passcode, device } })),
  signOut: () => take(client.DELETE("/api/session")),
  setPasscode: (body: PasscodeSet) => take(client.PUT("/api/owner/passcode", { body })),
  devices: () => take(client.GET("/api/owner/devices")),
  deviceOut: (id: string) =>
    take(client.DELETE("/api/owner/devices/{id}", { params: { path: { id } } })),
  fish: () => take(client.GET("/api/fish")),
  knowledge: () => take(client.GET("/api/knowledge")),
  plan: (body: PlanRequest, signal?: AbortSignal) =>
    take(client.POST("/api/plan", { body, ...withSignal(signal) })),
  prepOffered: () => take(client.GET("/api/prep")),
  prep: (body: PrepRequest, signal?: AbortSignal) =>
    take(client.POST("/api/prep", { body, ...withSignal(signal) })),
  scales: () => take(client.GET("/api/scales")),
  readScale: (scale: string, tare = false) =>
    take(client.POST("/api/scales/read", { body: { scale, tare } })),
  cutOpen: (body: CutOpenRequest) => take(client.POST("/api/cut_open", { body })),
  rank: (body: RankRequest, signal?: AbortSignal) =>
    take(client.POST("/api/rank", { body, ...withSignal(signal) })),
  settle: (body: SettleRequest) => take(client.POST("/api/settle", { body })),
  together: (body: TogetherRequest) => take(client.POST("/api/together", { body })),
  schools: (plan: PlanRequest) => take(client.POST("/api/schools", { body: { plan } })),
  ownFish: (body: OwnFish) => take(client.POST("/api/own-fish", { body })),
  whole: (body: WholeRequest) => take(client.POST("/api/whole", { body })),
  notices: (body: NoticesRequest) => take(client.POST("/api/notices", { body })),
  freshness: (body: FreshnessRequest) => take(client.POST("/api/freshness", { body })),
  portions: (body: PortionsRequest) => take(client.POST("/api/portions", { body })),
  shopping: (body: ShoppingRequest) => take(client.POST("/api/shopping", { body })),
  thaw: (body: ThawRequest) => take(client.POST("/api/thaw", { body })),
  leftover: (body: LeftoverRequest) => take(client.POST("/api/leftover", { body })),
  sheet: (from: string, to: string) =>
    take(client.GET("/api/sheet", { params: { query: { from, to } } })),
  shelf: () => take(client.GET("/api/shelf", { params: { query: { size: MOST_ON_SHELF } } })),
  addToShelf: (items: ShelfNew[]) =>
    take(
      client.POST("/api/shelf", {
        body: { items: items.map((item) => ({ id: newId(), ...item })) },
      }),
    ),
  changeOnShelf: (id: string, revision: number, body: ShelfNew) =>
    take(
      client.PUT("/api/shelf/{id}", { params: { path: { id }, header: ifMatch(revision) }, body }),
    ),
  takeOffShelf: (id: string) =>
    take(client.DELETE("/api/shelf/{id}", { params: { path: { id } } })),
  backOnShelf: (id: string) =>
    take(client.POST("/api/shelf/{id}/restore", { params: { path: { id } } })),
  kit: () => take(client.GET("/api/kit")),
  kitchen: () => take(client.GET("/api/kitchen")),
  sayKitchen: (revision: number, body: KitchenAsked) =>
    take(client.PUT("/api/kitchen", { params: { header: ifMatch(revision) }, body })),
  service: (body: ServiceRequest, signal?: AbortSignal) =>
    take(client.POST("/api/service", { body, signal: signal ?? null })),
  board: () => take(client.GET("/api/board")),
  sayBoard: (revision: number, body: Board) =>
    take(client.PUT("/api/board", { params: { header: ifMatch(revision) }, body })),
  endBoard: (revision: number, title: string) =>
    take(client.POST("/api/board/end", { params: { header: ifMatch(revision) }, body: { title } })),
  services: () => take(client.GET("/api/services", { params: { query: { size: 50 } } })),
  cook: (body: CookRequest) => take(client.POST("/api/cook", { body })),
  cooks: (since: number) => take(client.GET("/api/cooks", { params: { query: { since } } })),
  cooksGone: (page: number, removed: boolean) =>
    take(
      client.GET("/api/cooks/gone", { params: { query: { page, size: CARDS_A_PAGE, removed } } }),
    ),
  cookOne: (id: string) => take(client.GET("/api/cooks/{id}", { params: { path: { id } } })),
  beginCook: (body: CookNew) => take(client.POST("/api/cooks", { body })),
  happened: (id: string, sentS: number, events: CookEvent[]) =>
    take(
      client.POST("/api/cooks/{id}/events", {
        params: { path: { id } },
        body: { sent_s: sentS, events },
      }),
    ),
  probes: () => take(client.GET("/api/probes")),
  readProbe: (id: string, probe: string) =>
    take(client.POST("/api/cooks/{id}/probe", { params: { path: { id } }, body: { probe } })),
  readTrace: (id: string, csv: string) =>
    take(client.POST("/api/cooks/{id}/trace", { params: { path: { id } }, body: { csv } })),
  removeCook: (id: string) => take(client.DELETE("/api/cooks/{id}", { params: { path: { id } } })),
  restoreCook: (id: string) =>
    take(client.POST("/api/cooks/{id}/restore", { params: { path: { id } } })),
  cards: (page: number, removed: boolean, find: string) =>
    take(
      client.GET("/api/cards", {
        params: { query: { page, size: CARDS_A_PAGE, removed, find } },
      }),
    ),
  card: (id: string) => take(client.GET("/api/cards/{id}", { params: { path: { id } } })),
  saveCard: (body: CardNew) => take(client.POST("/api/cards", { body })),
  changeCard: (id: string, revision: number, body: CardChange) =>
    take(
      client.PATCH("/api/cards/{id}", {
        params: { path: { id }, header: ifMatch(revision) },
        body,
      }),
    ),
  removeCard: (id: string) => take(client.DELETE("/api/cards/{id}", { params: { path: { id } } })),
  restoreCard: (id: string) =>
    take(client.POST("/api/cards/{id}/restore", { params: { path: { id } } })),
};
