import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Knowledge, Notice } from "../../api";
import { Refusal } from "../../ui";
import { Knows } from "./Knows";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const KNOWLEDGE: Knowledge = {
  rules: [
    {
      code: "a",
      weight: "refuse",
      asks: "Four hours at most.",
      us: "Code 3-501",
      eu_uk: "Schedule 4",
      confidence: "high",
    },
    { code: "b", weight: "warn", asks: "Ask.", us: "Guide 7", eu_uk: "Guide 7", confidence: "low" },
  ],
  limits: [
    { kind: "scope", what: "Local rules", says: "They are right." },
    { kind: "scope", what: "Smoked fish", says: "Not covered." },
    { kind: "model", what: "One line", says: "Through the thickness." },
  ],
  fish: { all: 117, table: 60, stand_in: 20, memory: 37 },
};

function show() {
  vi.stubGlobal(
    "fetch",
    async () =>
      new Response(JSON.stringify(KNOWLEDGE), { headers: { "content-type": "application/json" } }),
  );
  render(
    <QueryClientProvider client={new QueryClient()}>
      <Knows />
    </QueryClientProvider>,
  );
}

describe("what Cindo knows and does not", () => {
  it("says local rules first, each rule with its section and how sure it is", async () => {
    show();
    const page = await screen.findByTestId("knows");
    expect(page.textContent?.indexOf("Local rules")).toBeLessThan(
      page.textContent?.indexOf("Four hours") ?? 0,
    );
    expect(page.textContent).toContain("Code 3-501");
    expect(page.textContent).toContain("from memory, low confidence");
    // Local rules are said once, at the head.
    expect(screen.getByLabelText("What it is not for").textContent).not.toContain("Local rules");
    expect(screen.getByLabelText("The fish").textContent).toContain("117");
  });

  it("names the sections of the other set of rules", async () => {
    show();
    await screen.findByTestId("knows");
    fireEvent.click(screen.getByText("EU and UK"));
    expect(screen.getByTestId("knows").textContent).toContain("Schedule 4");
    expect(screen.getByTestId("knows").textContent).not.toContain("Code 3-501");
  });
});

describe("a refusal", () => {
  it("says why and by which rule, and is nothing where there is none", () => {
    const stop: Notice = {
      code: "out_of_cold",
      weight: "refuse",
      message: "Too long.",
      rule: "3-501",
    };
    const { container, rerender } = render(<Refusal notices={[stop]} />);
    expect(screen.getByRole("alert").textContent).toBe("StopToo long.3-501");
    rerender(<Refusal notices={[]} />);
    expect(container.textContent).toBe("");
  });
});
