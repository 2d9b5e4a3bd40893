import { Link } from "react-router";
import { type CardLine, draftOf } from "../../api";
import { useUnits } from "../../ui";
import { byHand, wallClock, withUnit } from "../../units";
import { CardThumb } from "./CardThumb";
import { ResultMark } from "./result";

/** One card in the book. */
export function Line(props: { card: CardLine; day: string; on: boolean; narrow: boolean }) {
  const { card, day, on, narrow } = props;
  const units = useUnits();
  const { planned } = card;
  const note = draftOf(card.id, "note")?.text ?? card.note;
  return (
    <li className={`${day ? "border-t border-base-content/60" : "hair-t"}`}>
      <Link
        to={`/book/${card.id}`}
        data-testid={`card-${card.id}`}
        data-card=""
        aria-current={on ? "true" : undefined}
        className={`grid gap-x-5 gap-y-1 py-3 px-2 -mx-2 items-center grid-cols-[minmax(0,1fr)_auto] ${
          narrow
            ? "lg:grid-cols-[92px_minmax(0,1fr)_64px_52px]"
            : "lg:grid-cols-[92px_minmax(0,1fr)_180px_64px_150px]"
        } ${on ? "bg-base-200" : "hover:bg-base-200"}`}
      >
        <span className="text-small max-lg:col-span-2">
          <b className="block">{day}</b>
          <span className="quiet running">{wallClock(Date.parse(card.saved_at))}</span>
        </span>
        <span className="min-w-0">
          <span className="block font-bold text-lead leading-tight line-clamp-2">{card.title}</span>
          <span className="block text-small quiet truncate">
            {planned ? planned.name : "cannot be read"}
            {planned?.thickness_mm != null &&
              `, ${withUnit(planned.thickness_mm, "millimetre", units)}`}
            {note && ` · ${note}`}
          </span>
        </span>
        {!narrow && (
          <span className="hidden lg:block">
            <CardThumb card={card} width={180} height={40} />
          </span>
        )}
        <span className="running text-right text-lead">
          {planned ? byHand(planned.off_heat_s) : ""}
        </span>
        <span className="text-small max-lg:col-span-2 whitespace-nowrap">
          <ResultMark result={card.result} />{" "}
          {!narrow && (card.result ?? <span className="quiet">how did it come out</span>)}
        </span>
      </Link>
    </li>
  );
}
