// What was typed and is not acknowledged yet: kept in this browser, sent again, and put beside what
// somebody else wrote meanwhile. One field of one card at a time.
import { api, type Card, type CardChange, isLater, Refused } from "./client";

export type Field = "note" | "title" | "result";
/** What is to be written, and what stood there when the typing began. */
export type Draft = { text: string; base: string };

const KEY = "cindo.unsent";
type Kept = Record<string, Draft>;

const isDraft = (read: unknown): read is Draft =>
  typeof read === "object" &&
  read !== null &&
  typeof (read as Draft).text === "string" &&
  typeof (read as Draft).base === "string";

function all(): Kept {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(KEY) ?? "{}");
    if (typeof read !== "object" || read === null) return {};
    // Nonsense in a browser's store breaks nothing: only drafts are drafts.
    return Object.fromEntries(Object.entries(read).filter(([, one]) => isDraft(one)));
  } catch {
    return {};
  }
}

function keep(kept: Kept): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(kept));
  } catch {
    // Private windows may refuse; then it holds until the page is closed.
  }
}

const name = (id: string, field: Field) => `${field} ${id}`;

/** What stands in a field of a card, as it is typed or picked. */
export const standsIn = (card: Card, field: Field): string =>
  field === "result" ? (card.result ?? "none") : card[field];

export function draftOf(id: string, field: Field): Draft | null {
  return all()[name(id, field)] ?? null;
}

export function keepDraft(id: string, field: Field, draft: Draft): void {
  keep({ ...all(), [name(id, field)]: draft });
}

/** Forgets a draft, unless more has been typed since. */
export function dropDraft(id: string, field: Field, written: string): void {
  const { [name(id, field)]: draft, ...rest } = all();
  if (draft?.text === written) keep(rest);
}

/** Cards with something unsent. */
export function unsentCards(): { id: string; field: Field }[] {
  return Object.keys(all()).map((key) => {
    const space = key.indexOf(" ");
    return { field: key.slice(0, space) as Field, id: key.slice(space + 1) };
  });
}

export type Sent =
  | { is: "written"; card: Card }
  /** Nobody answered: it is to be sent again. */
  | { is: "waits" }
  /** Somebody else wrote there. */
  | { is: "conflict"; card: Card }
  | { is: "refused"; problem: Refused };

/** Sends a draft on top of a card as it was last seen. What others changed elsewhere on the card is
 * no conflict; what they wrote in the same field is. */
export async function sendDraft(card: Card, field: Field, draft: Draft): Promise<Sent> {
  let on = card;
  for (;;) {
    try {
      const written = await api.changeCard(on.id, on.revision, {
        [field]: draft.text,
      } as CardChange);
      dropDraft(on.id, field, draft.text);
      return { is: "written", card: written };
    } catch (cause) {
      const problem = cause instanceof Refused ? cause : new Refused("page", "", String(cause));
      if (isLater(problem.code)) return { is: "waits" };
      if (problem.code !== "changed_meanwhile") return { is: "refused", problem };
    }
    try {
      on = await api.card(card.id);
    } catch {
      return { is: "waits" };
    }
    if (standsIn(on, field) === draft.text) {
      dropDraft(on.id, field, draft.text);
      return { is: "written", card: on };
    }
    if (standsIn(on, field) !== draft.base) return { is: "conflict", card: on };
  }
}

/** Everything that waits is sent, once; what somebody else wrote over waits for a hand, and what is refused too. */
export async function sendUnsent(): Promise<void> {
  for (const { id, field } of unsentCards()) {
    const draft = draftOf(id, field);
    if (!draft) continue;
    try {
      await sendDraft(await api.card(id), field, draft);
    } catch (cause) {
      // Nobody answers: later. A card that is not there any more waits for its page to say so.
      if (cause instanceof Refused && isLater(cause.code)) return;
    }
  }
}
