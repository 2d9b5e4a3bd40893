// Sound and what else calls: on or off, how loud; and where the browser does not let it, that it does not.
import { useCalling } from "../../shell";

function off(): string[] {
  const missing: string[] = [];
  if (!window.isSecureContext) {
    missing.push(
      "the screen may sleep and nothing calls while this page is hidden: the connection is not secure",
    );
  } else {
    if (!("wakeLock" in navigator))
      missing.push("the screen may sleep: this browser cannot keep it awake");
    if (typeof Notification === "undefined")
      missing.push("nothing calls while this page is hidden");
  }
  return missing;
}

export function Calls() {
  const { soundOn, wake, calling, setCalling } = useCalling();
  const quiet = calling.volume === 0;
  const missing = off();
  return (
    <div className="flex flex-wrap items-center gap-x-5">
      {soundOn ? (
        <label className="inline-flex items-center gap-x-2 text-small">
          Loud
          <input
            type="range"
            className="rule max-w-28"
            min={0}
            max={100}
            value={Math.round(100 * calling.volume)}
            style={{ "--at": `${100 * calling.volume}%` } as React.CSSProperties}
            aria-label="How loud"
            onChange={(e) => setCalling({ ...calling, volume: Number(e.target.value) / 100 })}
          />
          {quiet && <span>quiet: it only flashes</span>}
        </label>
      ) : (
        <button type="button" className="target target-word" data-testid="sound" onClick={wake}>
          Sound on
        </button>
      )}
      <button
        type="button"
        className="pick text-small"
        aria-pressed={calling.speech}
        onClick={() => setCalling({ ...calling, speech: !calling.speech })}
      >
        Speak
      </button>
      {typeof Notification !== "undefined" && window.isSecureContext && (
        <button
          type="button"
          className="pick text-small"
          aria-pressed={calling.notify}
          onClick={() => {
            if (calling.notify) setCalling({ ...calling, notify: false });
            else
              void Notification.requestPermission().then((may) =>
                setCalling({ ...calling, notify: may === "granted" }),
              );
          }}
        >
          Call when hidden
        </button>
      )}
      {missing.length > 0 && (
        <span className="text-small quiet">Off here: {missing.join("; ")}.</span>
      )}
    </div>
  );
}
