import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { type ReactNode, useState } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Fish, FishList, Form, Notice } from "../../api";
import { FIRST, type Known, NOTHING_KNOWN, type Piece } from "../../card";
import { Buy } from "./Buy";
import { Fresh } from "./Fresh";
import { Kept } from "./Kept";
import { Mind } from "./Mind";
import { OwnFish } from "./OwnFish";
import { Portions } from "./Portions";
import { Thaw } from "./Thaw";

/** Answers by path; remembers what was asked. */
function server(answers: { [path: string]: (body: never) => [number, unknown] }) {
  const asked: { path: string; body: unknown }[] = [];
  // jsdom lays nothing out.
  vi.stubGlobal(
    "ResizeObserver",
    class {
      observe() {}
      disconnect() {}
    },
  );
  vi.stubGlobal("fetch", async (request: Request) => {
    const path = new URL(request.url).pathname;
    const text = await request.text();
    const body = (text ? JSON.parse(text) : null) as never;
    asked.push({ path, body });
    const [status, answer] = answers[path]?.(body) ?? [500, {}];
    return new Response(JSON.stringify(answer), {
      status,
      headers: { "content-type": "application/json" },
    });
  });
  return asked;
}

const refusal = (field: string, message: string): [number, unknown] => [
  422,
  { error: { code: "out_of_range", field, message } },
];

function show(children: ReactNode) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return render(<QueryClientProvider client={client}>{children}</QueryClientProvider>);
}

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const hake: Piece = { ...FIRST, thicknessMm: 30, thinEndMm: 10 };

describe("is it fresh", () => {
  const forms: Form[] = [
    {
      key: "fillet",
      name: "fillet",
      looks: [
        {
          key: "smell",
          name: "Smell",
          place: "close by",
          options: [
            { words: "clean", points: 0, refuse: false },
            { words: "sour", points: 3, refuse: true },
          ],
        },
      ],
    },
  ];

  function Held() {
    const [known, setKnown] = useState<Known>({
      ...NOTHING_KNOWN,
      keeping: [{ hours: 24, at_c: 0 }],
    });
    return <Fresh piece={{ ...hake, known }} forms={forms} setKnown={setKnown} />;
  }

  it("sends what was seen, shows the days left, and takes an answer back", async () => {
    const asked = server({
      "/api/freshness": (body: { answers: { smell?: number } }) => [
        200,
        body.answers.smell === 1
          ? { points: 3, most: 3, refuse: true, message: "Do not use it.", left_days: [0, 0] }
          : { points: 0, most: 3, refuse: false, message: "Good.", left_days: [6, 13] },
      ],
    });
    show(<Held />);
    await screen.findByText("6 to 13");
    fireEvent.click(screen.getByTestId("look-smell-1"));
    await screen.findByText("Do not use it.");
    expect(screen.queryByText(/left on ice/)).toBeNull();
    expect(screen.getByTestId("look-smell-1").getAttribute("aria-pressed")).toBe("true");
    fireEvent.click(screen.getByTestId("look-smell-1"));
    await screen.findByText("6 to 13");
    expect(asked.at(-1)?.body).toMatchObject({
      answers: {},
      keeping: [{ hours: 24, at_c: 0 }],
      rules: "us",
    });
  });

  it("says beside the field what does not do, and keeps what was typed", async () => {
    const said = "keeping[0].at_c must be between -80 and 60 C";
    server({ "/api/freshness": () => refusal("keeping[0].at_c", said) });
    show(<Held />);
    const field = screen.getByTestId("kept-c-0") as HTMLInputElement;
    fireEvent.focus(field);
    fireEvent.change(field, { target: { value: "400" } });
    expect((await screen.findByRole("alert")).textContent).toContain("between -80 and 60");
    expect(field.value).toBe("400");
    expect(field.getAttribute("aria-invalid")).toBe("true");
  });

  it("adds up one while after another, and takes one away again", async () => {
    const asked = server({
      "/api/freshness": () => [200, { points: 0, most: 0, refuse: false, message: "Good." }],
    });
    show(<Held />);
    fireEvent.click(screen.getByTestId("add-out-of-the-cold"));
    await waitFor(() =>
      expect(asked.at(-1)?.body).toMatchObject({
        keeping: [
          { hours: 24, at_c: 0 },
          { hours: 1, at_c: 20 },
        ],
      }),
    );
    fireEvent.click(screen.getByLabelText("Remove period 1"));
    await waitFor(() =>
      expect(asked.at(-1)?.body).toMatchObject({ keeping: [{ hours: 1, at_c: 20 }] }),
    );
  });
});

describe("to mind", () => {
  const notice = (code: string, weight: Notice["weight"]): Notice => ({
    code,
    weight,
    message: `${code}.`,
    rule: "Rule 3-4",
  });

  function Held({ piece, askKeeping }: { piece: Piece; askKeeping?: () => void }) {
    const [known, setKnown] = useState<Known>(piece.known);
    return (
      <Mind piece={{ ...piece, known }} setKnown={setKnown} askKeeping={askKeeping ?? (() => {})} />
    );
  }

  it("asks about freezing only where worms are the danger, and sends what is known", async () => {
    const asked = server({
      "/api/notices": (body: { freezing?: object }) => [
        200,
        {
          notices: body.freezing ? [] : [notice("parasites", "warn")],
          at_risk_target: { low_c: 63, high_c: 66 },
        },
      ],
    });
    show(<Held piece={hake} />);
    await screen.findByTestId("notice-parasites");
    // Each word stands with the rule it goes by.
    expect(screen.getByTestId("notice-parasites").textContent).toContain("Rule 3-4");
    fireEvent.click(screen.getByTestId("was-frozen"));
    await waitFor(() => expect(screen.queryByTestId("notice-parasites")).toBeNull());
    expect(asked.at(-1)?.body).toMatchObject({
      freezing: { at_c: -20, hours: 168, solid_at_35: false },
    });
    // What settled it can still be taken back.
    expect(screen.getByTestId("was-frozen").getAttribute("aria-pressed")).toBe("true");
  });

  it("asks how a histamine fish was kept, and who eats goes along", async () => {
    const asked = server({
      "/api/notices": () => [
        200,
        { notices: [notice("histamine_ask", "warn")], at_risk_target: { low_c: 63, high_c: 75 } },
      ],
    });
    const askKeeping = vi.fn();
    const piece: Piece = { ...hake, fish: "mackerel", eaters: "old_or_ill", startC: 12 };
    show(<Held piece={piece} askKeeping={askKeeping} />);
    await screen.findByTestId("notice-histamine_ask");
    fireEvent.click(screen.getByTestId("ask-keeping"));
    expect(askKeeping).toHaveBeenCalled();
    expect(asked.at(-1)?.body).toMatchObject({ eaters: "old_or_ill", start_c: 12 });
  });

  it("is silent where there is nothing to say", async () => {
    server({
      "/api/notices": () => [200, { notices: [], at_risk_target: { low_c: 63, high_c: 66 } }],
    });
    show(<Held piece={hake} />);
    await waitFor(() => expect(screen.getByTestId("mind").textContent).toBe(""));
  });
});

describe("cut it up", () => {
  const portion = (from: number, to: number, mm: number) => ({
    from_share: from,
    to_share: to,
    mass_g: 510,
    thick_mm: mm,
    thin_mm: mm - 8,
  });

  it("hands the thick end's portion to the piece", async () => {
    server({
      "/api/portions": () => [
        200,
        { portions: [portion(0, 0.4, 30), portion(0.4, 1, 22)], trim_g: 0, even_share: 0.4 },
      ],
    });
    const change = vi.fn();
    show(<Portions piece={hake} change={change} />);
    expect((await screen.findByTestId("portions")).textContent).toContain("2 of 510 g");
    fireEvent.click(screen.getByTestId("take-portion"));
    expect(change).toHaveBeenCalledWith({ massG: 510, pieces: 2, thicknessMm: 30, thinEndMm: 22 });
  });

  it("asks again when the tail is tucked, and says what is trimmed", async () => {
    const asked = server({
      "/api/portions": (body: { tail: string }) => [
        200,
        {
          portions: [portion(0, 1, 30)],
          trim_g: body.tail === "trimmed" ? 140 : 0,
          even_share: 0.7,
        },
      ],
    });
    show(<Portions piece={hake} change={() => {}} />);
    await screen.findByTestId("portions");
    fireEvent.click(screen.getByText("trimmed square"));
    await waitFor(() =>
      expect(screen.getByTestId("portions").textContent).toContain("140 g trimmed"),
    );
    expect(asked.at(-1)?.body).toMatchObject({ tail: "trimmed", thick_mm: 30, thin_mm: 10 });
  });
});

describe("buying and thawing", () => {
  it("gives ranges in kilos, and one figure where there is no range", async () => {
    server({
      "/api/shopping": () => [
        200,
        {
          served_g: 2040,
          forms: [
            { sold: "whole", buy_g: [4250, 5670], stock_g: [1400, 3100] },
            { sold: "fillet", buy_g: [2040, 2040], stock_g: [0, 0] },
          ],
        },
      ],
    });
    show(<Buy piece={hake} />);
    const table = await screen.findByTestId("buy");
    expect(table.textContent).toContain("4.3 kg to 5.7 kg");
    expect(table.textContent).toContain("2.0 kg");
    expect(table.textContent).toContain("none");
  });

  it("offers to call a fresh piece frozen before it thaws anything", () => {
    const asked = server({});
    const change = vi.fn();
    show(<Thaw piece={hake} change={change} />);
    fireEvent.click(screen.getByText("It is frozen"));
    expect(change).toHaveBeenCalledWith({ state: "frozen", startC: -18 });
    expect(asked).toHaveLength(0);
  });

  it("marks a thaw that takes too long, in steps a cook can use; the room is refused", async () => {
    const none = { refused: [], notices: [], most_above_5c_s: 14400 };
    const never = { code: "room_thaw", weight: "refuse", message: "Never.", rule: "3-501.13" };
    server({
      "/api/thaw": (body: { how: string }) => [
        200,
        body.how === "water"
          ? { ...none, thawed_s: 20100, above_5c_s: 18000, within_limit: false }
          : body.how === "fridge"
            ? { ...none, thawed_s: 76320, above_5c_s: 0, within_limit: true }
            : { ...none, refused: [never], within_limit: false },
      ],
    });
    show(<Thaw piece={{ ...hake, state: "frozen", startC: -18 }} change={() => {}} />);
    await waitFor(() =>
      expect(screen.getByTestId("thaw-fridge").textContent).toBe("21 hwithin the limit"),
    );
    await waitFor(() => expect(screen.getByTestId("thaw-water").textContent).toContain("too long"));
    expect(screen.getByText(/above fridge cold for 5 h; at most 4 h/)).toBeTruthy();
    expect(screen.getByTestId("thaw-room").textContent).toContain("Never.3-501.13");
  });
});

/** The last body that was sent. */
const sent = (asked: { body: unknown }[]) => asked.filter((a) => a.body !== null).at(-1)?.body;

describe("kept", () => {
  const item = (id: number, name: string, body: object, more: object = {}) => ({
    id,
    name,
    body,
    saved_at: "2026-05-01T10:00:00Z",
    ...more,
  });
  const lot = { fish: "mackerel", received: "2026-05-01", received_c: 2, kept_c: -21 };
  const lotToday = {
    notices: [] as Notice[],
    refuse: false,
    keeping: [{ hours: 480, at_c: -21 }],
    freezing: { at_c: -21, hours: 456, solid_at_35: false },
    days: 20,
    received_warm: false,
    past_use_by: false,
    left_days: null,
    parasites_killed: true,
  };
  const mackerel = {
    key: "mackerel",
    name: "Mackerel",
    cuts: ["fillet"],
    skin: "crisps",
    thickness_mm: [10, 15, 22],
    usual_pieces: [
      {
        cut: "fillet",
        mass_g: 120,
        thickness_mm: 15,
        thin_end_mm: 8,
        bone: false,
        skin: true,
        level: "flaking",
      },
    ],
  } as Fish;

  function keep(items: object[], answers: Parameters<typeof server>[0] = {}) {
    const asked = server({ "/api/shelf": () => [200, { items }], ...answers });
    const change = vi.fn();
    show(<Kept piece={hake} fish={[mackerel]} name="Hake" change={change} />);
    return { asked, change };
  }

  it("takes the freezing record of a lot along, and nothing of the fish before", async () => {
    const frozen = { ...lot, frozen: "2026-05-02", frozen_at_c: -22 };
    const { change } = keep([item(1, "Block", { lot: frozen }, { lot_today: lotToday })]);
    fireEvent.click(await screen.findByTestId("use-lot"));
    expect(change).toHaveBeenCalledWith(
      expect.objectContaining({
        fish: "mackerel",
        state: "frozen",
        startC: -21,
        thicknessMm: 15,
        known: {
          ...NOTHING_KNOWN,
          keeping: lotToday.keeping,
          freezing: lotToday.freezing,
          since: "bought",
        },
      }),
    );
  });

  it("does not let a lot be used that is refused, and says by which rule", async () => {
    const past: Notice = {
      code: "past_use_by",
      weight: "refuse",
      message: "Past its use-by day. Do not use it.",
      rule: "Rule 5-6",
    };
    const { change } = keep([
      item(1, "Old", { lot }, { lot_today: { ...lotToday, refuse: true, notices: [past] } }),
    ]);
    const button = (await screen.findByTestId("use-lot")) as HTMLButtonElement;
    expect(button.disabled).toBe(true);
    expect(button.textContent).toContain("Past its use-by day. Do not use it. Rule 5-6");
    fireEvent.click(button);
    expect(change).not.toHaveBeenCalled();
  });

  it("opens a kept piece as another fish of its kind: nothing is known of it", async () => {
    const keeping = [{ hours: 30, at_c: 30 }];
    const piece = { fish: "hake", thickness_mm: 28, mass_g: 170, pieces: 6, keeping };
    const { change } = keep([item(2, "Loin", { piece: { piece, target: {} } })]);
    fireEvent.click(await screen.findByTestId("open-piece"));
    expect(change).toHaveBeenCalledWith(
      expect.objectContaining({ thicknessMm: 28, pieces: 6, known: NOTHING_KNOWN, knownOn: null }),
    );
  });

  it("sends a freezing temperature only with the day it was frozen", async () => {
    const { asked } = keep([]);
    fireEvent.click(await screen.findByTestId("new-lot"));
    fireEvent.change(screen.getByTestId("lot-frozen"), { target: { value: "2026-05-02T09:30" } });
    fireEvent.click(screen.getByTestId("save-lot"));
    await waitFor(() =>
      expect(sent(asked)).toMatchObject({
        items: [{ body: { lot: { frozen: "2026-05-02T09:30", frozen_at_c: -20 } } }],
      }),
    );
    fireEvent.click(await screen.findByTestId("new-lot"));
    fireEvent.change(screen.getByTestId("lot-frozen"), { target: { value: "2026-05-02T09:30" } });
    fireEvent.change(screen.getByTestId("lot-frozen"), { target: { value: "" } });
    fireEvent.click(screen.getByTestId("save-lot"));
    await waitFor(() => expect(JSON.stringify(sent(asked))).not.toContain("frozen"));
  });
});

describe("fish of one's own", () => {
  const list = { families: [], bodies: [] } as unknown as FishList;
  const choose = (text: string) =>
    fireEvent.change(screen.getByTestId("import"), {
      target: { files: [new File([text], "fish.json", { type: "application/json" })] },
    });

  it("says what is wrong with a file and sends nothing", async () => {
    const asked = server({ "/api/shelf": () => [200, { items: [] }] });
    show(<OwnFish list={list} named={null} begin={() => {}} taken={() => {}} />);
    choose("not json");
    await screen.findByText(/fish.json is not JSON/i);
    choose("[]");
    await screen.findByText(/holds no list called items/i);
    expect(asked.filter((a) => a.body !== null)).toHaveLength(0);
  });

  it("shows what the server says of an unknown field", async () => {
    server({
      "/api/shelf": (body) =>
        body === null
          ? [200, { items: [] }]
          : [
              400,
              { error: { code: "bad_json", field: "items[0]", message: "unknown field `colour`" } },
            ],
    });
    show(<OwnFish list={list} named={null} begin={() => {}} taken={() => {}} />);
    choose('{"items":[{"name":"a","body":{"fish":{"colour":"blue"}}}]}');
    await screen.findByText(/unknown field `colour`/);
  });

  it("takes one to hand under a key that no shipped fish has", async () => {
    const fish = { name: "Quay cod", family: "lean_flaky", protein_share: 0.17, fat_share: 0.01 };
    const one = { id: 7, name: "Quay cod", body: { fish }, saved_at: "" };
    const described = { key: "own", cuts: ["loin"] };
    server({
      "/api/shelf": () => [200, { items: [one] }],
      "/api/own-fish": () => [200, described],
    });
    const begin = vi.fn();
    const taken = vi.fn();
    show(<OwnFish list={list} named={null} begin={begin} taken={taken} />);
    fireEvent.click(await screen.findByTestId("use-own"));
    await waitFor(() => expect(taken).toHaveBeenCalled());
    expect(begin).toHaveBeenCalledWith(described, "loin", fish);
  });
});
