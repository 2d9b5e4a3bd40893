// What this browser can do for a cook, asked of the browser itself; and why not, where it cannot.
import { soundIsAwake } from "../../fire";

type Can = { name: string; can: boolean; else: string };

/** What a browser keeps for pages that came over a line nobody can read along. */
const SAFE =
  "not over plain http: start Cindo with --cert and --key, or open it on its own machine";
const NEVER = "this browser has it not";

/** What was said to being told. */
const NOT_YET = {
  denied: "refused in this browser's settings",
  default: "not allowed yet: switch it on at Fire",
} as const;

function asked(): Can[] {
  const safe = window.isSecureContext;
  const needs = (name: string, there: boolean): Can => ({
    name,
    can: safe && there,
    else: safe ? NEVER : SAFE,
  });
  const told = "Notification" in window ? Notification.permission : "denied";
  return [
    {
      name: "Sound at each call",
      can: soundIsAwake(),
      else: "off until it is switched on at Fire, by a tap",
    },
    {
      ...needs("A word on the screen while another page is open", "Notification" in window),
      ...(safe && told !== "granted" ? { can: false, else: NOT_YET[told] } : {}),
    },
    needs("The screen stays awake while something is on the heat", "wakeLock" in navigator),
    needs("Opens while the server is away, and as an app of its own", "serviceWorker" in navigator),
    {
      name: "Keeps what is tapped while the server is away",
      can: "indexedDB" in window && !!window.indexedDB,
      else: "this browser stores nothing: a private window?",
    },
    { name: "Reads aloud", can: "speechSynthesis" in window, else: NEVER },
  ];
}

export function ThisScreen() {
  const all = asked();
  return (
    <section aria-label="This screen">
      <h2 className="text-lead font-bold hair-b pb-2">This screen</h2>
      <ul data-testid="this-screen">
        {all.map((one) => (
          <li key={one.name} className="office-can hair-b" data-can={one.can}>
            <span aria-hidden="true" className={one.can ? "text-success" : "text-warning"}>
              {one.can ? "●" : "○"}
            </span>
            <span>
              {one.name}
              <span className="quiet text-small block">{one.can ? "yes" : `no: ${one.else}`}</span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
