// Cooks under way as one device has them: what the server told, by its order and not by when it came; what happened here and
// waits to be sent; and whether anybody answers. Plain functions and one class, no browser in them.
import type { CookEvent, CookKept, CookList, CookNew, Happened } from "../api";
import { nextOf, nowS, onFoldS, type Running } from "./cooks";
import { FORM, type Outbox, type Waiting } from "./outbox";

export type Fire = {
  cooks: readonly Running[];
  /** Just served: to be asked how they came out. */
  over: readonly Running[];
  /** Just given up: one tap brings it back. */
  closed: Running | null;
  /** In touch with the server. */
  inTouch: boolean;
  /** Has been heard from at all. */
  heard: boolean;
  problem: string | null;
  waiting: readonly Waiting[];
  /** This browser keeps nothing: what happens here is lost with the page until it is sent. */
  unkept: boolean;
  /** A newer page keeps something in this browser that this one cannot send. */
  newer: boolean;
  /** Newest event there was when a list came last. */
  seq: number;
};

export const COLD: Fire = {
  cooks: [],
  over: [],
  closed: null,
  inTouch: true,
  heard: false,
  problem: null,
  waiting: [],
  unkept: false,
  newer: false,
  seq: 0,
};

export type Told =
  | { is: "told"; cook: CookKept; atMs: number }
  | { is: "listed"; list: CookList; askedMs: number; atMs: number }
  | { is: "gone"; id: string }
  | { is: "lost" }
  | { is: "put"; one: Waiting }
  | { is: "found"; waiting: readonly Waiting[] }
  | { is: "unkept" }
  | { is: "newer" }
  | { is: "taken"; ids: readonly string[]; cook: CookKept; atMs: number; quiet: boolean }
  | { is: "refused"; ids: readonly string[]; message: string }
  | { is: "problem"; message: string }
  | { is: "forget_over"; id: string }
  | { is: "forget_closed" };

const ofCook = (waiting: readonly Waiting[], id: string): CookEvent[] =>
  waiting.filter((one) => one.cook === id).map((one) => one.event);

const newestMs = (waiting: readonly Waiting[], id: string): number =>
  Math.max(...waiting.filter((one) => one.cook === id).map((one) => one.putMs));

/** What was told later stays, whenever it comes: by the newest event it knows, and then by when it was folded. */
function newer(known: Running | undefined, told: CookKept): boolean {
  if (!known) return true;
  if (known.seq !== told.seq) return told.seq > known.seq;
  return told.folded_s >= known.folded_s;
}

function withCook(fire: Fire, told: CookKept, atMs: number): Fire {
  const known = fire.cooks.find((one) => one.id === told.id);
  if (!newer(known, told)) return fire;
  const others = fire.cooks.filter((one) => one.id !== told.id);
  const running: Running = { ...told, heardMs: atMs, unsent: ofCook(fire.waiting, told.id) };
  return { ...fire, cooks: told.ended ? others : [...others, running] };
}

function withWaiting(fire: Fire, waiting: readonly Waiting[]): Fire {
  const again = (one: Running): Running => ({ ...one, unsent: ofCook(waiting, one.id) });
  return { ...fire, waiting, cooks: fire.cooks.map(again) };
}

const without = (fire: Fire, ids: readonly string[]): Fire =>
  withWaiting(
    fire,
    fire.waiting.filter((one) => !ids.includes(one.event.id)),
  );

export function reduce(fire: Fire, told: Told): Fire {
  switch (told.is) {
    case "told":
      return withCook({ ...fire, inTouch: true }, told.cook, told.atMs);
    case "listed": {
      const there = new Set(told.list.under_way);
      // Begun here after the list was asked for, it is in none yet.
      const stays = (one: Running) => there.has(one.id) || one.heardMs >= told.askedMs;
      const start: Fire = {
        ...fire,
        inTouch: true,
        heard: true,
        seq: Math.max(fire.seq, told.list.seq),
        cooks: fire.cooks.filter(stays),
      };
      return told.list.cooks.reduce((all, cook) => withCook(all, cook, told.atMs), start);
    }
    case "gone":
      return { ...fire, cooks: fire.cooks.filter((one) => one.id !== told.id) };
    case "lost":
      return { ...fire, inTouch: false };
    case "put":
      return withWaiting(fire, [...fire.waiting, told.one]);
    case "found": {
      const known = new Set(fire.waiting.map((one) => one.event.id));
      const fresh = told.waiting.filter((one) => !known.has(one.event.id));
      return withWaiting(fire, [...fresh, ...fire.waiting]);
    }
    case "unkept":
      return { ...fire, unkept: true };
    case "newer":
      return { ...fire, newer: true };
    case "taken": {
      const sent = fire.waiting.filter((one) => told.ids.includes(one.event.id));
      const said = (kind: Happened["kind"]) => sent.some((one) => one.event.kind === kind);
      const { cook } = told;
      const clear = told.quiet ? fire : { ...fire, problem: null };
      const next = withCook(without({ ...clear, inTouch: true }, told.ids), cook, told.atMs);
      const running: Running = { ...cook, heardMs: told.atMs, unsent: [] };
      if (cook.ended && said("served"))
        return { ...next, over: [...next.over.filter((one) => one.id !== cook.id), running] };
      if (cook.ended && said("closed")) return { ...next, closed: running };
      return said("undone") && next.closed?.id === cook.id ? { ...next, closed: null } : next;
    }
    case "refused":
      return { ...without(fire, told.ids), problem: told.message };
    case "problem":
      return { ...fire, problem: told.message };
    case "forget_over":
      return { ...fire, over: fire.over.filter((one) => one.id !== told.id) };
    case "forget_closed":
      return { ...fire, closed: null };
  }
}

/** What of the server a device needs. */
export type Server = {
  cooks: (since: number) => Promise<CookList>;
  cookOne: (id: string) => Promise<CookKept>;
  beginCook: (cook: CookNew) => Promise<CookKept>;
  happened: (id: string, sentS: number, events: CookEvent[]) => Promise<CookKept>;
};

/** Why the server did not take something. */
export type Refusal = { code: string; field: string; message: string };

export type Outside = {
  server: Server;
  /** A refusal, where it is one; else nobody answered. */
  refusal: (cause: unknown) => Refusal | null;
  /** A refusal that is none for good: it is sent again. */
  later: (code: string) => boolean;
  open: () => Promise<Outbox>;
  now: () => number;
  newId: () => string;
};

/** A fold is made anew when it is so old, or when an act that it knows of has fallen due since, s. */
const OLD_S = 20;
/** What the server knows no cook for waits so long: no cook is under way for longer, ms. */
const WAITS_MS = 12 * 3600 * 1000;
const UNKNOWN =
  "the server does not know that cook any more. What you tapped is kept here and sent if the cook comes back.";
const NOT_KEPT = "the server could not keep it. It is kept here and sent again.";

/** Holds what is known, asks and sends. */
export class FireStore {
  private fire = COLD;
  private heard = new Set<() => void>();
  private outbox: Promise<Outbox | null> | null = null;
  private sending = false;
  /** Under way, and whether it was asked for again meanwhile. */
  private asking = new Map<string, boolean>();
  /** Cooks that the server does not know: taken out, or another folder is under it. */
  private unknown = new Set<string>();

  constructor(private readonly outside: Outside) {}

  now(): Fire {
    return this.fire;
  }

  listen(to: () => void): () => void {
    this.heard.add(to);
    return () => this.heard.delete(to);
  }

  tell(told: Told): void {
    const next = reduce(this.fire, told);
    if (next === this.fire) return;
    this.fire = next;
    for (const to of this.heard) to();
  }

  private kept(): Promise<Outbox | null> {
    this.outbox ??= this.outside.open().catch(() => {
      this.tell({ is: "unkept" });
      return null;
    });
    return this.outbox;
  }

  /** What was kept before this page was opened is sent. */
  async start(): Promise<void> {
    this.unknown.clear();
    const outbox = await this.kept();
    if (outbox) {
      try {
        const all = await outbox.all();
        this.tell({ is: "found", waiting: all.filter((one) => one.form <= FORM) });
        if (all.some((one) => one.form > FORM)) this.tell({ is: "newer" });
      } catch {
        this.tell({ is: "unkept" });
      }
    }
    await this.flush();
  }

  /** What has changed since the last list. */
  async load(): Promise<void> {
    const askedMs = this.outside.now();
    try {
      const list = await this.outside.server.cooks(this.fire.heard ? this.fire.seq : 0);
      this.tell({ is: "listed", list, askedMs, atMs: this.outside.now() });
      const back = list.under_way.filter((id) => this.unknown.delete(id));
      if (back.length > 0) await this.flush();
    } catch {
      this.tell({ is: "lost" });
    }
  }

  /** One cook, as it stands now. Only one that is not there any more is taken off. */
  async ask(id: string): Promise<void> {
    // What changes while it is asked for is asked for once more.
    const asked = this.asking.has(id);
    this.asking.set(id, asked);
    if (asked) return;
    do {
      this.asking.set(id, false);
      try {
        const cook = await this.outside.server.cookOne(id);
        this.tell({ is: "told", cook, atMs: this.outside.now() });
      } catch (cause) {
        const refusal = this.outside.refusal(cause);
        if (refusal?.code === "not_found") this.tell({ is: "gone", id });
        else if (!refusal) this.tell({ is: "lost" });
      }
    } while (this.asking.get(id));
    this.asking.delete(id);
  }

  /** Cooks whose fold has grown old are asked for anew. */
  async refresh(): Promise<void> {
    const deviceMs = this.outside.now();
    const old = this.fire.cooks.filter((cook) => {
      const ageS = nowS(cook, deviceMs) - cook.folded_s;
      const next = nextOf(cook, deviceMs);
      const at = next ? (next.until_s ?? next.at_s) : null;
      const foldS = onFoldS(cook, deviceMs);
      return ageS >= OLD_S || (at !== null && at <= foldS && at > foldS - ageS);
    });
    for (const cook of old) await this.ask(cook.id);
  }

  async begin(cook: CookNew): Promise<CookKept> {
    const id = this.outside.newId();
    // A pan of its own, unless it goes in with another: that one's is taken.
    const kept = await this.outside.server.beginCook({ id, pan: `pan of ${id}`, ...cook });
    this.tell({ is: "told", cook: kept, atMs: this.outside.now() });
    return kept;
  }

  /** Something happened: it is known here at once, kept, and sent. */
  async happen(cook: Running, happened: Happened): Promise<void> {
    const putMs = this.outside.now();
    const event = { id: this.outside.newId(), at_s: nowS(cook, putMs), ...happened } as CookEvent;
    const one: Waiting = { form: FORM, cook: cook.id, event, putMs };
    this.tell({ is: "put", one });
    try {
      await (await this.kept())?.put(one);
    } catch {
      this.tell({ is: "unkept" });
    }
    await this.flush();
  }

  private known(id: string): Running | undefined {
    const { cooks, over, closed } = this.fire;
    return [...cooks, ...over, ...(closed ? [closed] : [])].find((one) => one.id === id);
  }

  /** The clock of a cook as this device has it: where it is off, the server puts it right. */
  private async sentS(id: string): Promise<number> {
    const cook = this.known(id);
    return cook ? nowS(cook, this.outside.now()) : (await this.outside.server.cookOne(id)).now_s;
  }

  private async drop(ids: readonly string[]): Promise<void> {
    try {
      await (await this.kept())?.drop(ids);
    } catch {
      // It is sent once more, and counts once.
      this.tell({ is: "unkept" });
    }
  }

  private toSend(): Waiting[] {
    return this.fire.waiting.filter((one) => !this.unknown.has(one.cook));
  }

  /** Sends what waits, a cook at a time, until all is taken or nobody answers. */
  async flush(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    // What was refused is said until something new is sent: others of the same lot that were taken do not wipe it away.
    let quiet = false;
    try {
      for (let all = this.toSend(); all.length > 0; all = this.toSend()) {
        const id = all[0]?.cook ?? "";
        const events = ofCook(all, id);
        const ids = events.map((event) => event.id);
        try {
          const cook = await this.outside.server.happened(id, await this.sentS(id), events);
          await this.drop(ids);
          this.tell({ is: "taken", ids, cook, atMs: this.outside.now(), quiet });
        } catch (cause) {
          const refusal = this.outside.refusal(cause);
          if (!refusal || this.outside.later(refusal.code)) {
            this.tell(refusal ? { is: "problem", message: NOT_KEPT } : { is: "lost" });
            return;
          }
          if (refusal.code === "not_found" && this.outside.now() - newestMs(all, id) < WAITS_MS) {
            this.unknown.add(id);
            this.tell({ is: "problem", message: UNKNOWN });
            continue;
          }
          // It will never be taken: said, and not sent for ever. One of several takes none of the others along.
          const at = Number(/^events\[(\d+)\]/.exec(refusal.field)?.[1] ?? Number.NaN);
          const wrong = events[at];
          const gone = wrong ? [wrong.id] : ids;
          await this.drop(gone);
          quiet = true;
          this.tell({ is: "refused", ids: gone, message: refusal.message });
        }
      }
    } finally {
      this.sending = false;
    }
  }
}
