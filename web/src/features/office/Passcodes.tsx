// The two passcodes: set, changed, taken away.
import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useId, useState } from "react";
import { api, type PasscodeSet, Refused, type Session } from "../../api";
import { useSession } from "../../shell";
import { Choice, FieldError } from "../../ui";

type Role = PasscodeSet["role"];
const ROLES = [
  { key: "owner", name: "the owner's" },
  { key: "cook", name: "the cooks'" },
] as const;

export function Passcodes({ session }: { session: Session }) {
  const { hear } = useSession();
  const [picked, pick] = useState<Role>("owner");
  const role = session.asks ? picked : "owner";
  const [fresh, setFresh] = useState("");
  const [now, setNow] = useState("");
  const set = useMutation({
    mutationFn: (passcode: string | null) =>
      api.setPasscode({ role, passcode, now, device: navigator.platform || "this machine" }),
    onSuccess: (told) => {
      hear(told);
      setFresh("");
      setNow("");
    },
  });
  const problem = set.error instanceof Refused ? set.error : null;
  const beside = problem && ["passcode", "now"].includes(problem.field);
  return (
    <section aria-label="Passcodes">
      <h2 className="text-lead font-bold hair-b pb-2">Passcodes</h2>
      {session.asks && (
        <Choice label="Whose" hideLabel options={ROLES} value={role} onChange={pick} />
      )}
      <p className="quiet pt-2 max-w-[52ch]">
        {role === "cook"
          ? "Cooks cook, plan and write in the book. They change neither kit nor passcodes, and bring no copy back."
          : "The owner may do everything. A passcode has eight letters, digits or signs at least; a few words do well."}
      </p>
      <form
        className="office-fields"
        noValidate
        onSubmit={(e: FormEvent) => {
          e.preventDefault();
          set.mutate(fresh);
        }}
      >
        {session.asks && (
          <Field
            label="The owner's passcode, as it is now"
            value={now}
            onChange={setNow}
            problem={problem}
            field="now"
            complete="current-password"
          />
        )}
        <Field
          label={role === "cook" ? "The cooks' new passcode" : "The owner's new passcode"}
          value={fresh}
          onChange={setFresh}
          problem={problem}
          field="passcode"
          complete="new-password"
        />
        <p className="flex flex-wrap items-center gap-x-5">
          <button
            type="submit"
            className="office-do"
            data-testid="set-passcode"
            disabled={set.isPending}
          >
            {set.isPending ? "One moment" : "Set it"}
          </button>
          {role === "cook" && session.cooks && (
            <button
              type="button"
              className="pick"
              data-testid="no-cooks"
              onClick={() => set.mutate(null)}
            >
              Take the cooks' away
            </button>
          )}
          <span role="status" data-testid="passcode-set">
            {set.isSuccess && "Done. Devices that came in by the last one have to sign in again."}
          </span>
        </p>
        {problem && !beside && (
          <p role="alert" className="text-small text-error font-semibold pt-1">
            {problem.message}
          </p>
        )}
      </form>
    </section>
  );
}

type FieldProps = {
  label: string;
  value: string;
  onChange: (value: string) => void;
  problem: Refused | null;
  field: string;
  complete: string;
};

function Field({ label, value, onChange, problem, field, complete }: FieldProps) {
  const id = useId();
  return (
    <p>
      <label htmlFor={id} className="text-small quiet block">
        {label}
      </label>
      <input
        id={id}
        type="password"
        className="typed text-left"
        autoComplete={complete}
        maxLength={128}
        value={value}
        aria-invalid={problem?.field === field}
        aria-describedby={`${id}e`}
        data-testid={`passcode-${field}`}
        onChange={(e) => onChange(e.currentTarget.value)}
      />
      <FieldError id={`${id}e`} problem={problem} field={field} />
    </p>
  );
}
