// The shut door: a passcode, and what to call this device.
import { type FormEvent, useEffect, useId, useRef, useState } from "react";
import { api, Refused, type Session } from "../api";
import { FieldError } from "../ui";
import { useStored } from "./useStored";

type Props = {
  /** Somebody was in before: what they typed is still here. */
  back: boolean;
  signedIn: (session: Session) => void;
};

export function SignIn({ back, signedIn }: Props) {
  const [passcode, setPasscode] = useState("");
  const [device, setDevice] = useStored("cindo.device", { name: "" });
  const [shown, setShown] = useState(false);
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<Refused | null>(null);
  const field = useRef<HTMLInputElement>(null);
  const id = useId();
  useEffect(() => {
    document.title = "Sign in · Cindo";
    field.current?.focus();
  }, []);
  const enter = async (e: FormEvent) => {
    e.preventDefault();
    if (asking) return;
    setAsking(true);
    try {
      signedIn(await api.signIn(passcode, device.name));
    } catch (cause) {
      setProblem(cause instanceof Refused ? cause : new Refused("page", "", String(cause)));
      field.current?.focus();
      field.current?.select();
    }
    setAsking(false);
  };
  const refused = problem?.field === "passcode";
  return (
    <main className="door" data-testid="sign-in">
      <svg className="door-fish" viewBox="0 0 400 132" aria-hidden="true">
        <path className="door-flesh" d="M150 22C186 2 236 0 262 4c8 8 12 14 16 20z" />
        <path
          className="door-flesh"
          d="M8 82C38 40 122 18 206 22c66 3 120 24 152 46l34-26c-5 16-7 26-7 34s2 20 7 36l-36-22c-34 26-88 38-160 38C118 128 44 116 8 82z"
        />
        <path className="door-line" d="M112 66c78-16 172-14 244 6M96 34c-15 26-16 60 0 86" />
        <path className="door-line" d="M122 84c18-6 36 0 46 14-18 4-36 0-46-14z" />
        <circle className="door-eye" cx="52" cy="70" r="4.5" />
      </svg>
      <form onSubmit={(e) => void enter(e)} className="door-form" noValidate>
        <h1 className="text-title font-bold">Cindo</h1>
        <p className="text-lead pb-4">
          {back
            ? "This device was signed out. What you typed is still here."
            : "This kitchen asks for its passcode."}
        </p>
        <label htmlFor={`${id}p`} className="text-small quiet block">
          Passcode
        </label>
        <div className="flex items-end gap-x-4">
          <input
            ref={field}
            id={`${id}p`}
            type={shown ? "text" : "password"}
            className="typed door-code"
            autoComplete="current-password"
            autoCapitalize="none"
            autoCorrect="off"
            spellCheck={false}
            maxLength={128}
            value={passcode}
            aria-invalid={refused}
            aria-describedby={`${id}e`}
            data-testid="passcode"
            onChange={(e) => setPasscode(e.currentTarget.value)}
          />
          <button
            type="button"
            className="pick"
            aria-pressed={shown}
            data-testid="show-passcode"
            onClick={() => setShown(!shown)}
          >
            Show it
          </button>
        </div>
        <FieldError id={`${id}e`} problem={problem} field="passcode" />
        {problem && !refused && problem.field !== "device" && (
          <p role="alert" className="text-small text-error font-semibold pt-1">
            {problem.message}
          </p>
        )}
        <label htmlFor={`${id}d`} className="text-small quiet block pt-5">
          Call this device <span>(so that the owner knows it)</span>
        </label>
        <input
          id={`${id}d`}
          type="text"
          className="typed text-left"
          autoComplete="off"
          maxLength={60}
          placeholder="tablet at the pass"
          value={device.name}
          data-testid="device"
          onChange={(e) => setDevice({ name: e.currentTarget.value })}
        />
        <FieldError id={`${id}f`} problem={problem} field="device" />
        <button type="submit" className="door-in" data-testid="enter" disabled={asking}>
          {asking ? "One moment" : "Come in"}
        </button>
        <p className="text-small quiet pt-6 max-w-[42ch]">
          Lost it? Whoever looks after the machine that Cindo runs on sets a new one there, with{" "}
          <code>cindo passcode</code>.
        </p>
      </form>
    </main>
  );
}
