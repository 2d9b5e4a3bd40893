import { type ContextType, type RefObject, useContext, useEffect, useRef, useState } from "react";
import {
  ComboBox,
  ComboBoxStateContext,
  Input,
  Label,
  ListBox,
  ListBoxItem,
  Popover,
} from "react-aria-components";
import type { Apart, Fish } from "../../api";
import { called, nearly, search, setApart } from "../../card";
import { useKeys } from "../../shell";
import { FieldError } from "../../ui";

type Props = {
  fish: Fish[];
  /** Names that are found and not planned. */
  apart: Apart[];
  value: Fish | undefined;
  /** Of an address: a name that no fish here has. */
  unknown: string | null;
  onChange: (fish: Fish) => void;
  /** Asks whether it is still good. */
  askFresh: () => void;
  /** Under a name of its own. */
  writeDown: (name: string) => void;
  problem: { field: string; message: string } | null;
};

/** While the list shuts, ms. */
const SHUTS_MS = 400;

type State = ContextType<typeof ComboBoxStateContext>;

/** The first that fits is chosen until another is: a name half typed and Enter are enough. */
function FirstThatFits(props: { first: string | undefined; box: RefObject<State> }) {
  const { first, box } = props;
  const state = useContext(ComboBoxStateContext);
  const on = state?.selectionManager.focusedKey ?? null;
  useEffect(() => {
    box.current = state;
    if (!state?.isOpen || first === undefined) return;
    if (on !== null && state.collection.getItem(on)) return;
    // After the box has done its own: it lets go of what was chosen when something is typed.
    queueMicrotask(() => state.selectionManager.setFocusedKey(first));
  }, [box, state, first, on]);
  return null;
}

/** The first field after the finder. */
function nextField(from: HTMLElement | null): HTMLElement | null {
  const all = [...document.querySelectorAll<HTMLElement>("main input.typed")];
  return (from && all[all.indexOf(from) + 1]) ?? null;
}

/** Find a fish by typing a part of any of its names. */
export function FishFinder({
  fish,
  apart,
  value,
  unknown,
  onChange,
  askFresh,
  writeDown,
  problem,
}: Props) {
  const input = useRef<HTMLInputElement>(null);
  const box = useRef<State>(null);
  const [text, setText] = useState<string | null>(null);
  const exact = search(fish, text ?? "");
  // A slip is forgiven, but not taken for granted: it is asked.
  const guessed = exact.length === 0;
  const noTimes = setApart(apart, text ?? "", !guessed);
  // What is never served and what has no times here is not written down, nor taken for another.
  const shut = noTimes.some((one) => one.kind !== "care");
  const found = !guessed ? exact : shut ? [] : nearly(fish, text ?? "");
  // A name that more than one fish goes by asks which: the first is not taken for granted.
  const several = called(fish, text ?? "").length > 1;
  useKeys({ "/": { does: () => input.current?.select(), says: "find a fish by typing" } });
  // The box says for itself what stands in it when it is left and when something was chosen: only typing is heard.
  const settles = useRef(false);
  const settle = () => {
    settles.current = true;
    setTimeout(() => {
      settles.current = false;
      if (document.activeElement === input.current) input.current?.select();
    });
  };
  // The box takes the focus back when it shuts: that is no wish to see the list again.
  const chosenAt = useRef(0);
  const take = (key: unknown) => {
    const one = fish.find((f) => f.key === key);
    if (!one) return;
    chosenAt.current = Date.now();
    settle();
    onChange(one);
    // Shut, and the name stands there: the next tap meets what lies below.
    setText(null);
    box.current?.close();
  };
  const leave = () => {
    if (shut) return;
    const name = (text ?? "").trim();
    settle();
    setText(null);
    box.current?.close();
    writeDown(name);
  };
  const open = () => {
    if (box.current?.isOpen || Date.now() - chosenAt.current < SHUTS_MS) return;
    setText((typed) => typed ?? "");
    box.current?.open(null, "manual");
  };
  return (
    <div>
      <ComboBox
        items={found}
        inputValue={text ?? value?.name ?? ""}
        onInputChange={(typed) => {
          if (settles.current || document.activeElement !== input.current) return;
          setText(typed);
          box.current?.open(null, "manual");
        }}
        onFocusChange={(focused) => {
          if (focused) return;
          settle();
          setText(null);
        }}
        selectedKey={null}
        onSelectionChange={take}
        menuTrigger="manual"
        defaultFilter={() => true}
        allowsEmptyCollection
      >
        <Label className="text-small quiet">Fish</Label>
        <Input
          ref={input}
          data-testid="fish"
          className="typed !text-left !font-sans text-title font-bold !min-h-12"
          autoComplete="off"
          placeholder="Type a name"
          // Whoever passes through by keys chooses nothing: it opens to a finger, an arrow or a letter, not to the focus.
          onClick={() => !settles.current && open()}
          onKeyDownCapture={(e) => {
            if (e.key === "Escape" && box.current?.isOpen) {
              e.preventDefault();
              e.stopPropagation();
              settle();
              setText(null);
              box.current.close();
              return;
            }
            // Whoever types fast is ahead of the marking.
            if (e.key !== "Enter" || text === null) return;
            if (found.length === 0 && text.trim() !== "") {
              e.preventDefault();
              e.stopPropagation();
              leave();
              return;
            }
            const on = box.current?.selectionManager.focusedKey;
            if ((several || guessed) && !found.some((f) => f.key === on)) {
              e.preventDefault();
              e.stopPropagation();
              return;
            }
            e.preventDefault();
            e.stopPropagation();
            take((found.find((f) => f.key === on) ?? found[0])?.key);
            // By keys it goes on: how thick, how many.
            setTimeout(() => nextField(input.current)?.focus());
          }}
        />
        <FirstThatFits
          first={several || guessed || !text?.trim() ? undefined : found[0]?.key}
          box={box}
        />
        <Popover
          offset={4}
          maxHeight={336}
          className="w-(--trigger-width) bg-base-100 border border-base-content/40 overflow-y-auto"
        >
          {noTimes.map((one) => (
            <p
              key={one.key}
              className="px-3 py-3 hair-b"
              role="status"
              data-testid="set-apart"
              data-kind={one.kind}
            >
              <b className={one.kind === "never" ? "text-error" : ""}>{one.name}.</b> {one.says}
            </p>
          ))}
          {guessed && found.length > 0 && (
            <p className="px-3 pt-3 font-semibold" role="status" data-testid="did-you-mean">
              Not in the list so. Did you mean:
            </p>
          )}
          {several && text && (
            <p className="px-3 pt-3 font-semibold" role="status" data-testid="which-fish">
              “{text.trim()}” is more than one fish. Which?
            </p>
          )}
          <ListBox<Fish>
            className="outline-none"
            renderEmptyState={() => (
              <div className="px-3 py-3" hidden={shut}>
                {noTimes.length === 0 && (
                  <p>
                    Not in the list. Do not go by looks: some fish poison. Write it down under Own
                    fish and ask the seller.
                  </p>
                )}
                <button
                  type="button"
                  hidden={shut}
                  className="btn h-12 px-4 mt-2 font-semibold"
                  data-testid="write-down"
                  // The field keeps the focus until it is pressed: else the list would shut under the finger.
                  onPointerDown={(e) => e.preventDefault()}
                  onClick={leave}
                >
                  Write down “{(text ?? "").trim()}”
                </button>
              </div>
            )}
          >
            {(one) => (
              <ListBoxItem
                id={one.key}
                textValue={one.name}
                className="flex items-baseline justify-between gap-3 px-3 min-h-11 py-2 cursor-pointer outline-none data-focused:bg-base-200"
              >
                <span className="font-semibold">{one.name}</span>
                <span className="text-small quiet text-right">
                  {one.aliases.join(", ") || one.family}
                </span>
              </ListBoxItem>
            )}
          </ListBox>
        </Popover>
      </ComboBox>
      {text === null && value && (
        <p className="text-small quiet pt-1">
          {value.scientific && (
            <>
              <i>{value.scientific}</i> ·{" "}
            </>
          )}
          {value.family}
          {value.stand_in && " · its make-up is that of a close relative"}
          {" · "}
          <button
            type="button"
            className="underline underline-offset-4 cursor-pointer min-h-11"
            data-testid="is-it-fresh"
            onClick={askFresh}
          >
            Is it fresh?
          </button>
        </p>
      )}
      {unknown && text === null ? (
        <p
          role="alert"
          className="text-small text-error font-semibold pt-1"
          data-testid="unknown-fish"
        >
          No fish called “{unknown}” is known here. Choose one, or{" "}
          <button type="button" className="underline min-h-11" onClick={() => writeDown(unknown)}>
            write it down
          </button>
          .
        </p>
      ) : (
        <FieldError id="fish-error" problem={problem} field="piece.fish" />
      )}
    </div>
  );
}
