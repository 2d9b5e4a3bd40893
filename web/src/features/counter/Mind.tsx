// The dangers of this fish for this eater at this target, and what would settle them.
import { api } from "../../api";
import { isWhole, type Piece, target, which } from "../../card";
import { Fold, NumberField } from "../../ui";
import type { Record } from "./record";
import { useAnswer } from "./useAnswer";

type Props = { piece: Piece; record: Record; setRecord: (record: Record) => void };

const MARK: { [weight: string]: { sign: string; tone: string } } = {
  refuse: { sign: "■", tone: "text-error font-bold" },
  warn: { sign: "▲", tone: "text-warning font-bold" },
  advise: { sign: "●", tone: "quiet" },
  note: { sign: "○", tone: "quiet" },
};

export function Mind({ piece, record, setRecord }: Props) {
  const { answer, problem } = useAnswer(
    "notices",
    {
      which: which(piece),
      whole: isWhole(piece.cut),
      at_risk: piece.atRisk,
      target: target(piece),
      farmed: record.farmed,
      ...(record.frozenAtC === null
        ? {}
        : {
            freezing: {
              at_c: record.frozenAtC,
              hours: record.frozenHours,
              solid_at_35: record.frozenAtC <= -35,
            },
          }),
      ...(record.warmHours === null
        ? {}
        : {
            warmth: {
              hours: record.warmHours,
              warmest_c: record.warmestC,
              was_frozen: piece.state !== "fresh",
            },
          }),
    },
    api.notices,
  );
  const codes = answer?.notices.map((n) => n.code) ?? [];
  const parasites =
    codes.some((c) => c.startsWith("parasites")) || record.frozenAtC !== null || record.farmed;
  const histamine = codes.some((c) => c.startsWith("histamine")) || record.warmHours !== null;
  return (
    <section aria-label="To mind" data-testid="mind">
      {answer && answer.notices.length > 0 && (
        <ul className="grid gap-y-2 text-small" aria-live="polite">
          {answer.notices.map((notice) => {
            const { sign, tone } = MARK[notice.weight] ?? { sign: "○", tone: "quiet" };
            return (
              <li
                key={notice.code}
                data-testid={`notice-${notice.code}`}
                className="grid grid-cols-[14px_1fr] gap-x-2"
              >
                <span className={tone} aria-hidden="true">
                  {sign}
                </span>
                <span className={notice.weight === "refuse" ? "text-error font-bold" : ""}>
                  {notice.message}
                </span>
              </li>
            );
          })}
        </ul>
      )}
      {(parasites || histamine) && (
        <Fold summary="What is known of it" wrong={problem !== null} testId="known">
          <div className="grid grid-cols-2 gap-x-6 gap-y-1">
            {parasites && (
              <>
                <button
                  type="button"
                  className="pick justify-self-start col-span-2"
                  aria-pressed={record.farmed}
                  onClick={() => setRecord({ ...record, farmed: !record.farmed })}
                >
                  farmed, the seller says so
                </button>
                <button
                  type="button"
                  className="pick justify-self-start col-span-2"
                  aria-pressed={record.frozenAtC !== null}
                  data-testid="was-frozen"
                  onClick={() =>
                    setRecord({ ...record, frozenAtC: record.frozenAtC === null ? -20 : null })
                  }
                >
                  frozen against worms
                </button>
                {record.frozenAtC !== null && (
                  <>
                    <NumberField
                      label="Frozen at"
                      quantity="celsius"
                      value={record.frozenAtC}
                      field="freezing.at_c"
                      problem={problem}
                      testId="frozen-c"
                      onChange={(frozenAtC) => setRecord({ ...record, frozenAtC })}
                    />
                    <NumberField
                      label="for"
                      quantity="plain"
                      suffix="hours"
                      value={record.frozenHours}
                      field="freezing.hours"
                      problem={problem}
                      testId="frozen-hours"
                      onChange={(frozenHours) => setRecord({ ...record, frozenHours })}
                    />
                  </>
                )}
              </>
            )}
            {histamine && (
              <>
                <button
                  type="button"
                  className="pick justify-self-start col-span-2"
                  aria-pressed={record.warmHours !== null}
                  data-testid="chain"
                  onClick={() =>
                    setRecord({ ...record, warmHours: record.warmHours === null ? 0 : null })
                  }
                >
                  time out of the cold is known
                </button>
                {record.warmHours !== null && (
                  <>
                    <NumberField
                      label="Above fridge cold for"
                      quantity="plain"
                      suffix="hours"
                      value={record.warmHours}
                      field="warmth.hours"
                      problem={problem}
                      testId="warm-hours"
                      onChange={(warmHours) => setRecord({ ...record, warmHours })}
                    />
                    <NumberField
                      label="at its warmest"
                      quantity="celsius"
                      value={record.warmestC}
                      field="warmth.warmest_c"
                      problem={problem}
                      testId="warmest"
                      onChange={(warmestC) => setRecord({ ...record, warmestC })}
                    />
                  </>
                )}
              </>
            )}
          </div>
        </Fold>
      )}
    </section>
  );
}
