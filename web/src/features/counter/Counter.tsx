import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, Refused } from "../../api";
import { asked, target } from "../../piece";
import { usePiece } from "../../shell";
import { Choice, Failure, NumberField } from "../../ui";
import { clock } from "../../units";
import { Doneness } from "./Doneness";
import { DrawnPiece } from "./DrawnPiece";
import { FishFinder } from "./FishFinder";

const SKIN = [
  { key: "on", name: "on" },
  { key: "off", name: "off" },
] as const;

export function Counter() {
  const { piece, change, query } = usePiece();
  const list = useQuery({
    queryKey: ["fish"],
    queryFn: api.fish,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const ways = useQuery({
    queryKey: ["rank", query],
    queryFn: ({ signal }) => api.rank({ piece: asked(piece), target: target(piece) }, signal),
    placeholderData: keepPreviousData,
    retry: false,
  });
  if (list.isError)
    return (
      <div className="p-8">
        <Failure message={list.error.message} retry={() => void list.refetch()} />
      </div>
    );
  if (!list.data) return <p className="p-8 quiet">One moment</p>;
  const fish = list.data.fish.find((f) => f.key === piece.fish);
  const problem = ways.error instanceof Refused ? ways.error : null;
  const cuts = list.data.cuts;
  const elsewhere = problem && !problem.field;
  const times = ways.data?.ways.flatMap((w) => (w.plan ? [w.plan.off_heat_s] : [])) ?? [];
  const level = piece.level ?? fish?.usual_level ?? "";
  return (
    <div className="max-w-[1196px] px-4 md:px-8 pt-5 pb-8">
      <h1 className="sr-only">Counter: the fish in hand</h1>
      <div className="grid lg:grid-cols-[340px_1fr] gap-x-12 gap-y-6 items-start">
        <div className="grid gap-y-3">
          <FishFinder
            fish={list.data.fish}
            value={fish}
            problem={problem}
            onChange={(f) => {
              const [, usual] = f.thickness_mm;
              const whole = usual ?? piece.thicknessMm;
              change({
                fish: f.key,
                level: null,
                skin: f.skin === "not_eaten" ? "off" : "on",
                thicknessMm: whole,
                thinEndMm: piece.thinEndMm === null ? null : Math.round(whole * 0.55),
              });
            }}
          />
          <Choice
            label="Cut"
            columns
            options={cuts}
            value={piece.cut}
            onChange={(cut) => change({ cut })}
          />
          <div className="grid grid-cols-2 gap-x-8 gap-y-2">
            <NumberField
              label="Weight of one"
              quantity="gram"
              value={piece.massG}
              field="piece.mass_g"
              problem={problem}
              onChange={(massG) => change({ massG })}
            />
            <NumberField
              label="Pieces at once"
              quantity="plain"
              suffix=""
              value={piece.pieces}
              field="piece.pieces"
              problem={problem}
              onChange={(n) => change({ pieces: Math.round(n) })}
            />
            <NumberField
              label="Temperature now"
              quantity="celsius"
              value={piece.startC}
              field="piece.start_c"
              problem={problem}
              testId="start"
              onChange={(startC) => change({ startC })}
            />
            <Choice
              label="Skin"
              options={SKIN}
              value={piece.skin}
              onChange={(skin) => change({ skin })}
            />
          </div>
        </div>
        <div className="grid gap-y-4 min-w-0">
          <DrawnPiece piece={piece} change={change} height={364} />
          <div className="flex flex-wrap gap-x-10 gap-y-2 items-start">
            <NumberField
              label="Thick end"
              quantity="millimetre"
              value={piece.thicknessMm}
              field="piece.thickness_mm"
              problem={problem}
              testId="thickness"
              onChange={(thicknessMm) => change({ thicknessMm })}
            />
            <NumberField
              label="Thin end"
              quantity="millimetre"
              value={piece.thinEndMm ?? piece.thicknessMm}
              field="piece.thin_end_mm"
              problem={problem}
              testId="thin"
              onChange={(thinEndMm) => change({ thinEndMm })}
            />
            <button
              type="button"
              className="pick mt-5"
              aria-pressed={piece.thinEndMm === null}
              onClick={() =>
                change({
                  thinEndMm: piece.thinEndMm === null ? Math.round(piece.thicknessMm * 0.55) : null,
                })
              }
            >
              even all along
            </button>
          </div>
          {fish && (
            <Doneness
              fish={fish}
              safety={list.data.food_code}
              level={level}
              problem={problem}
              onChange={(key) => change({ level: key })}
            />
          )}
          <div className="flex flex-wrap items-center gap-x-6 gap-y-2 hair-t pt-4">
            <Link
              to={{ pathname: "/ways", search: query }}
              className="btn btn-primary h-12 px-6 text-body font-bold"
              data-testid="see-ways"
            >
              See the ways to cook it
            </Link>
            <p className="quiet" aria-live="polite">
              {problem && !elsewhere
                ? "Something above does not do yet."
                : times.length > 0 &&
                  `${times.length === 1 ? "One way suits" : `${times.length} ways suit`}: ${clock(Math.min(...times))}${times.length > 1 ? ` to ${clock(Math.max(...times))}` : ""} on the heat.`}
            </p>
          </div>
          {elsewhere && <Failure message={problem.message} retry={() => void ways.refetch()} />}
        </div>
      </div>
    </div>
  );
}
