export type Problem = { field: string; message: string } | null;

/** A sentence beside the field it is about. */
export function FieldError({
  id,
  problem,
  field,
}: {
  id: string;
  problem: Problem;
  field: string;
}) {
  if (!problem || problem.field !== field) return null;
  return (
    <p id={id} role="alert" className="text-small text-error font-semibold pt-1">
      {sentence(problem.message)}
    </p>
  );
}

/** The server names fields by path; beside the field that name says nothing. */
function sentence(message: string): string {
  const text = message.replace(/^(piece|method|target|times)\.[a-z_]+ /, "").replaceAll("_", " ");
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}.`.replace("..", ".");
}

/** Something that did not work, with the way on. */
export function Failure({ message, retry }: { message: string; retry?: () => void }) {
  return (
    <div role="alert" className="border-l-4 border-error pl-4 py-2 max-w-prose">
      <p className="font-semibold">{sentence(message)}</p>
      {retry && (
        <button type="button" className="pick" onClick={retry}>
          Try again
        </button>
      )}
    </div>
  );
}
