import { Component, type ReactNode } from "react";

type Props = { children: ReactNode };

/** When a view breaks, the rest stands: it says so, and what was typed is kept. */
export class Mishap extends Component<Props, { broken: string | null }> {
  override state = { broken: null as string | null };

  static getDerivedStateFromError(cause: unknown) {
    return { broken: cause instanceof Error ? cause.message : String(cause) };
  }

  override componentDidCatch(cause: unknown) {
    console.error(cause);
  }

  override render() {
    const { broken } = this.state;
    if (broken === null) return this.props.children;
    return (
      <div className="p-8 max-w-prose" role="alert">
        <h1 className="text-title font-bold">This view broke</h1>
        <p className="py-3">
          What is kept is safe, and so is what you typed. Load the page again; if it breaks the same
          way, go back to the counter.
        </p>
        <p className="text-small quiet pb-4">{broken}</p>
        <div className="flex gap-x-6">
          <button
            type="button"
            className="btn btn-primary h-12 px-6 font-bold"
            onClick={() => location.reload()}
          >
            Load again
          </button>
          <a href="/" className="pick self-center underline">
            Back to the counter
          </a>
        </div>
      </div>
    );
  }
}
