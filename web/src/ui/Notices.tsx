// What a rule has to say, the gravest first, each with the rule it goes by; and what stops a card.
import type { ReactNode } from "react";
import { rise } from "../units";
import { useUnits } from "./units";

/** A word about a danger, as the core says it. */
type Notice = {
  code: string;
  weight: "refuse" | "warn" | "advise" | "note";
  message: string;
  rule: string;
  by_k?: number | null | undefined;
};

const MARK: { [weight in Notice["weight"]]: { sign: string; tone: string } } = {
  refuse: { sign: "■", tone: "text-error font-bold" },
  warn: { sign: "▲", tone: "text-warning font-bold" },
  advise: { sign: "●", tone: "quiet" },
  note: { sign: "○", tone: "quiet" },
};

/** What is computed for this piece goes by no rule. */
const OF_THE_MODEL = "Computed for this piece";

export function Notices({ notices }: { notices: Notice[] }) {
  const units = useUnits();
  if (notices.length === 0) return null;
  return (
    <ul className="grid gap-y-2 text-small">
      {notices.map((notice) => {
        const { sign, tone } = MARK[notice.weight];
        return (
          <li
            key={notice.code}
            data-testid={`notice-${notice.code}`}
            className="grid grid-cols-[14px_1fr] gap-x-2"
          >
            <span className={tone} aria-hidden="true">
              {sign}
            </span>
            <span>
              <span className={notice.weight === "refuse" ? "text-error font-bold" : ""}>
                {notice.by_k != null && <b className="figures">By {rise(notice.by_k, units)}. </b>}
                {notice.message}
              </span>
              {notice.rule !== OF_THE_MODEL && <span className="quiet block">{notice.rule}</span>}
            </span>
          </li>
        );
      })}
    </ul>
  );
}

/** Why it must not be served, or not so: it stands where the card would. */
export function Refusal({ notices, children }: { notices: Notice[]; children?: ReactNode }) {
  if (notices.length === 0) return null;
  return (
    <section
      role="alert"
      aria-label="Stop"
      data-testid="refusal"
      className="border-l-8 border-error pl-5 py-1 grid gap-y-3 max-w-[62ch]"
    >
      <h2 className="text-title font-bold text-error leading-none">Stop</h2>
      {notices.map((notice) => (
        <p key={notice.code} data-testid={`refused-${notice.code}`}>
          <span className="text-lead font-semibold block">{notice.message}</span>
          <span className="text-small quiet">{notice.rule}</span>
        </p>
      ))}
      {children}
    </section>
  );
}
