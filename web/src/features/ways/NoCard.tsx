// Where there is no card: what is wrong with what was asked, and the way on.
import { Link } from "react-router";
import type { Refused } from "../../api";
import { Failure } from "../../ui";

type Props = { kind: string; query: string; problem: Refused | null; again: () => void };

export function NoCard({ kind, query, problem, again }: Props) {
  if (!problem) return <p className="p-8 quiet">Working out the times</p>;
  if (problem.field === "method.kind")
    return (
      <div className="p-8">
        <h1 className="text-title font-bold">There is no way called “{kind}”</h1>
        <p className="pt-3">
          <Link
            to={{ pathname: "/ways", search: query }}
            className="underline"
            data-testid="to-ways"
          >
            Every way for this fish
          </Link>
        </p>
      </div>
    );
  if (problem.field.startsWith("method."))
    return (
      <div className="p-8">
        <Failure message={problem.message} />
        <Link to={`/ways/${kind}?${query}`} className="underline" reloadDocument>
          Back to the usual settings
        </Link>
      </div>
    );
  return (
    <div className="p-8">
      <Failure message={problem.message} retry={again} />
      <p className="pt-3">
        <Link to={{ pathname: "/ways", search: query }} className="underline">
          Back to the ways
        </Link>
      </p>
    </div>
  );
}
