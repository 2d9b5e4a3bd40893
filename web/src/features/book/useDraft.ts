// A field of a card as it is typed: kept in this browser at once, written down a moment after the last
// key, sent again while nobody answers, and never over what somebody else wrote.
import { useCallback, useEffect, useRef, useState } from "react";
import {
  type Card,
  type Draft,
  draftOf,
  dropDraft,
  type Field,
  keepDraft,
  type Refused,
  sendDraft,
  standsIn,
} from "../../api";

export type DraftState =
  | { is: "still" }
  | { is: "writing" }
  | { is: "written" }
  | { is: "waits" }
  | { is: "conflict"; theirs: string }
  | { is: "refused"; problem: Refused };

const REST_MS = 500;
const AGAIN_MS = 2500;

export function useDraft(card: Card, field: Field, seen: (card: Card) => void) {
  const [draft, setDraft] = useState<Draft | null>(() => draftOf(card.id, field));
  const [state, setState] = useState<DraftState>({ is: "still" });
  const [round, setRound] = useState(0);
  const now = useRef({ card, seen });
  now.current = { card, seen };
  const text = draft?.text ?? standsIn(card, field);

  const type = useCallback(
    (next: string) => {
      setDraft((before) => {
        const kept = { text: next, base: before?.base ?? standsIn(now.current.card, field) };
        keepDraft(now.current.card.id, field, kept);
        return kept;
      });
      setState({ is: "writing" });
    },
    [field],
  );

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new round sends the same again
  useEffect(() => {
    if (!draft || state.is === "conflict" || state.is === "refused") return;
    let over = false;
    const send = async () => {
      const sent = await sendDraft(now.current.card, field, draft);
      if (sent.is === "written" || sent.is === "conflict") now.current.seen(sent.card);
      if (over) return;
      if (sent.is === "written") {
        setDraft((latest) => (latest === draft ? null : latest));
        setState({ is: "written" });
      } else if (sent.is === "conflict")
        setState({ is: "conflict", theirs: standsIn(sent.card, field) });
      else if (sent.is === "waits") {
        // While nobody answers it is tried again and again.
        setState({ is: "waits" });
        setRound((r) => r + 1);
      } else setState(sent);
    };
    const rest = setTimeout(() => void send(), state.is === "waits" ? AGAIN_MS : REST_MS);
    // And at once when the network is back.
    const back = () => {
      clearTimeout(rest);
      void send();
    };
    if (state.is === "waits") window.addEventListener("online", back);
    return () => {
      over = true;
      clearTimeout(rest);
      window.removeEventListener("online", back);
    };
  }, [draft, state.is, round, field]);

  // Who goes on within the moment of rest has written all the same.
  const left = useRef<Draft | null>(null);
  left.current = state.is === "conflict" || state.is === "refused" ? null : draft;
  useEffect(
    () => () => {
      if (left.current) void sendDraft(now.current.card, field, left.current);
    },
    [field],
  );

  /** Mine, on top of what they wrote. */
  const keepMine = useCallback(
    (mine: string) => {
      const kept = { text: mine, base: standsIn(now.current.card, field) };
      keepDraft(now.current.card.id, field, kept);
      setDraft(kept);
      setState({ is: "writing" });
    },
    [field],
  );
  /** Theirs; mine is given up. */
  const takeTheirs = useCallback(() => {
    if (draft) dropDraft(now.current.card.id, field, draft.text);
    setDraft(null);
    setState({ is: "still" });
  }, [draft, field]);

  return { text, state, type, keepMine, takeTheirs };
}
