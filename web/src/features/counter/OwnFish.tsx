// Fish of the kitchen's own: written down, changed, carried in and out as JSON.
import { useRef, useState } from "react";
import {
  api,
  type Danger,
  type Fish,
  type FishList,
  type OwnFish as Own,
  type ShelfItem,
  type ShelfNew,
} from "../../api";
import { Choice, Failure, FieldError, NumberField, type Problem } from "../../ui";
import { fishOf, refused, useShelf } from "./useShelf";

type Props = {
  list: FishList;
  /** A name that was typed and is not in the list: it is written down under it. */
  named: string | null;
  begin: (fish: Fish, cut: string, own: Own) => void;
  /** It is in hand now. */
  taken: () => void;
};

const HAZARDS = [
  { key: "wax_esters", name: "undigested oil" },
  { key: "spines", name: "fins that stab" },
  { key: "fine_bones", name: "fine forked bones" },
  { key: "serum", name: "blood that is poisonous raw" },
] as const;

/** What is asked one by one: what nobody has asked counts as there. */
const DANGERS = [
  { key: "histamine", name: "Builds histamine when it is not kept cold" },
  { key: "parasites", name: "Can carry worms" },
  { key: "reef_toxin", name: "From warm reefs, with their toxin" },
  { key: "mercury", name: "High in mercury" },
  { key: "poison", name: "Poison in its flesh" },
] as const;
const ANSWERS = [
  { key: "open", name: "not asked" },
  { key: "yes", name: "yes" },
  { key: "no", name: "no, I checked" },
] as const;

type Answer = (typeof ANSWERS)[number]["key"];

function answerOf(fish: Own, danger: Danger): Answer {
  const has = danger === "mercury" ? fish.mercury === "high" : fish.hazards?.includes(danger);
  if (has) return "yes";
  return fish.checked?.includes(danger) ? "no" : "open";
}

function answered(fish: Own, danger: Danger, answer: Answer): Own {
  const { mercury, ...rest } = fish;
  const others = (fish.hazards ?? []).filter((h) => h !== danger);
  const checked = (fish.checked ?? []).filter((d) => d !== danger);
  const next: Own = {
    ...rest,
    hazards: answer === "yes" && danger !== "mercury" ? [...others, danger] : others,
    checked: answer === "no" ? [...checked, danger] : checked,
  };
  if (danger !== "mercury") return { ...next, ...(mercury ? { mercury } : {}) };
  return answer === "yes" ? { ...next, mercury: "high" } : next;
}

const NEW: Own = {
  name: "",
  family: "lean_flaky",
  protein_share: 0.18,
  fat_share: 0.02,
  texture: "medium",
  skin: "crisps",
  thickness_mm: [10, 18, 30],
  body: "round",
  hazards: ["parasites"],
};

export function OwnFish({ list, named, begin, taken }: Props) {
  const shelf = useShelf();
  const [edited, setEdited] = useState<{ item: ShelfItem | null; fish: Own } | null>(
    named === null ? null : { item: null, fish: { ...NEW, name: named } },
  );
  const [notTaken, setNotTaken] = useState<string | null>(null);
  const [badFile, setBadFile] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const own = shelf.items.filter(fishOf);
  const take = (fish: Own) =>
    api.ownFish(fish).then(
      (described) => {
        begin(described, described.cuts[0] ?? "fillet", fish);
        taken();
      },
      (cause: Error) => setNotTaken(cause.message),
    );
  const save = () => {
    if (!edited) return;
    const body: ShelfNew = { name: edited.fish.name, body: { fish: edited.fish } };
    if (edited.item === null)
      shelf.add.mutate([body], {
        // What was written down is what one wants to cook.
        onSuccess: () => {
          setEdited(null);
          void take(edited.fish);
        },
      });
    else shelf.change.mutate({ item: edited.item, body }, { onSuccess: () => setEdited(null) });
  };
  const carryOut = () => {
    const items = own.map((i) => ({ name: i.name, body: i.body }));
    const text = JSON.stringify({ items }, null, 2);
    const link = document.createElement("a");
    link.href = URL.createObjectURL(new Blob([text], { type: "application/json" }));
    link.download = "cindo-fish.json";
    link.click();
    URL.revokeObjectURL(link.href);
  };
  const carryIn = async (chosen: File) => {
    setBadFile(null);
    let read: unknown;
    try {
      read = JSON.parse(await chosen.text());
    } catch {
      setBadFile(`${chosen.name} is not JSON.`);
      return;
    }
    const items = (read as { items?: unknown }).items;
    if (!Array.isArray(items)) {
      setBadFile(`${chosen.name} holds no list called items.`);
      return;
    }
    // The server checks every field and keeps all or none.
    shelf.add.mutate(items as ShelfNew[], {
      onError: (error) => setBadFile(`${chosen.name}: ${error.message}`),
    });
  };
  const problem = refused(edited?.item === null ? shelf.add.error : shelf.change.error);
  return (
    <section aria-label="Fish of your own" className="grid gap-y-3">
      {edited ? (
        <Form
          list={list}
          fish={edited.fish}
          problem={problem}
          setFish={(fish) => setEdited({ ...edited, fish })}
          save={save}
          leave={() => setEdited(null)}
        />
      ) : (
        <>
          <p className="max-w-[60ch]">
            A fish that is not in the list: its fat, its firmness and its family decide how it
            cooks. Yours are kept apart from those that ship with Cindo.
          </p>
          <ul>
            {own.map((item) => (
              <li key={item.id} className="grid grid-cols-[1fr_auto_auto] gap-x-5 hair-b">
                <button
                  type="button"
                  className="pick !text-base-content text-left"
                  data-testid="use-own"
                  onClick={() => {
                    const fish = fishOf(item);
                    if (fish) void take(fish);
                  }}
                >
                  {item.name}
                </button>
                <button
                  type="button"
                  className="pick"
                  onClick={() => {
                    const fish = fishOf(item);
                    if (fish) setEdited({ item, fish });
                  }}
                >
                  change
                </button>
                <button type="button" className="pick" onClick={() => shelf.remove.mutate(item)}>
                  remove
                </button>
              </li>
            ))}
          </ul>
          {shelf.gone && (
            <p role="status">
              {shelf.gone.name} is gone.{" "}
              <button
                type="button"
                className="pick underline"
                onClick={() => shelf.gone && shelf.bringBack.mutate(shelf.gone)}
              >
                Bring it back
              </button>
            </p>
          )}
          <p className="flex flex-wrap gap-x-6">
            <button
              type="button"
              className="pick !text-base-content font-semibold"
              data-testid="new-own"
              onClick={() => {
                shelf.add.reset();
                setEdited({ item: null, fish: NEW });
              }}
            >
              Write down a fish
            </button>
            <button type="button" className="pick" disabled={own.length === 0} onClick={carryOut}>
              Export as JSON
            </button>
            <button type="button" className="pick" onClick={() => file.current?.click()}>
              Import
            </button>
            <input
              ref={file}
              type="file"
              accept="application/json,.json"
              className="hidden"
              aria-label="File to import"
              data-testid="import"
              onChange={(e) => {
                const chosen = e.target.files?.[0];
                e.target.value = "";
                if (chosen) void carryIn(chosen);
              }}
            />
          </p>
          {badFile && <Failure message={badFile} />}
          {notTaken && <Failure message={notTaken} />}
        </>
      )}
    </section>
  );
}

type FormProps = {
  list: FishList;
  fish: Own;
  problem: Problem;
  setFish: (fish: Own) => void;
  save: () => void;
  leave: () => void;
};

function Form({ list, fish, problem, setFish, save, leave }: FormProps) {
  const set = (part: Partial<Own>) => setFish({ ...fish, ...part });
  const [thin = 10, usual = 18, thick = 30] = fish.thickness_mm ?? [];
  const hazards = fish.hazards ?? [];
  const thickness = (i: number, label: string, value: number) => (
    <NumberField
      label={label}
      quantity="millimetre"
      value={value}
      field={i === 1 ? "own_fish.thickness_mm" : ""}
      problem={problem?.field === "own_fish.thickness_mm" ? problem : null}
      onChange={(mm) => {
        const next = [thin, usual, thick];
        next[i] = mm;
        set({ thickness_mm: next });
      }}
    />
  );
  return (
    <form
      className="grid sm:grid-cols-3 gap-x-10 gap-y-2"
      onSubmit={(e) => {
        e.preventDefault();
        save();
      }}
    >
      <label className="block sm:col-span-3 max-w-96">
        <span className="text-small quiet block">Name</span>
        <input
          className="typed !text-left text-lead font-semibold"
          value={fish.name}
          // biome-ignore lint/a11y/noAutofocus: it was asked for by its name, or by a tap on "write down"
          autoFocus
          maxLength={60}
          data-testid="own-name"
          aria-invalid={problem?.field.endsWith("name")}
          onChange={(e) => set({ name: e.target.value })}
        />
        <FieldError id="own-name-error" problem={problem} field="name" />
        <FieldError id="own-name-error2" problem={problem} field="own_fish.name" />
      </label>
      <div className="sm:col-span-3">
        <Choice
          label="Cooks like"
          options={list.families}
          value={fish.family}
          onChange={(family) => set({ family })}
        />
      </div>
      <NumberField
        label="Protein"
        quantity="share"
        value={fish.protein_share}
        field="own_fish.protein_share"
        problem={problem}
        onChange={(protein_share) => set({ protein_share })}
      />
      <NumberField
        label="Fat"
        quantity="share"
        value={fish.fat_share}
        field="own_fish.fat_share"
        problem={problem}
        testId="own-fat"
        onChange={(fat_share) => set({ fat_share })}
      />
      <Choice
        label="Flesh"
        options={[
          { key: "delicate", name: "delicate" },
          { key: "medium", name: "medium" },
          { key: "firm", name: "firm" },
        ]}
        value={fish.texture ?? "medium"}
        onChange={(texture) => set({ texture })}
      />
      {thickness(0, "Thin fillet", thin)}
      {thickness(1, "Usual fillet", usual)}
      {thickness(2, "Thick fillet", thick)}
      <Choice
        label="Skin"
        options={[
          { key: "crisps", name: "crisps" },
          { key: "tough", name: "tough" },
          { key: "not_eaten", name: "not eaten" },
        ]}
        value={fish.skin ?? "crisps"}
        onChange={(skin) => set({ skin })}
      />
      <div className="sm:col-span-2">
        <Choice
          label="Body"
          options={list.bodies}
          value={fish.body ?? "round"}
          onChange={(body) => set({ body })}
        />
      </div>
      <fieldset className="sm:col-span-3">
        <legend className="text-small quiet">What can hurt</legend>
        <div className="flex flex-wrap gap-x-5">
          {HAZARDS.map((h) => (
            <button
              key={h.key}
              type="button"
              className="pick"
              aria-pressed={hazards.includes(h.key)}
              onClick={() =>
                set({
                  hazards: hazards.includes(h.key)
                    ? hazards.filter((x) => x !== h.key)
                    : [...hazards, h.key],
                })
              }
            >
              {h.name}
            </button>
          ))}
        </div>
        <p className="text-small quiet">What nobody has asked counts as there.</p>
        <div className="grid sm:grid-cols-2 gap-x-10 gap-y-2 pt-2">
          {DANGERS.map((danger) => (
            <Choice
              key={danger.key}
              label={danger.name}
              options={ANSWERS}
              value={answerOf(fish, danger.key)}
              onChange={(answer) => setFish(answered(fish, danger.key, answer))}
            />
          ))}
        </div>
      </fieldset>
      {problem?.field === "" && <Failure message={problem.message} />}
      <p className="flex gap-x-6 sm:col-span-3 max-md:sticky max-md:bottom-16 max-md:bg-base-100 max-md:py-2">
        <button type="submit" className="btn h-12 px-6 font-semibold" data-testid="save-own">
          Keep it, and cook it
        </button>
        <button type="button" className="pick" onClick={leave}>
          Cancel
        </button>
      </p>
    </form>
  );
}
