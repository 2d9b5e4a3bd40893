// Words of the trade and of ours, each in one sentence, to be opened where it stands.
export const TERMS = {
  lands: "The hottest the middle gets. It goes on warming for a while after it leaves the heat.",
  rest: "Off the heat, on a plate or a board, while the middle goes on warming.",
  overcooked: "How much of the thickness gets hotter than this fish likes, and dries.",
  leeway: "How long there is between too soon and too late.",
  hands: "How long you stand there with your hands on it.",
  plate: "From a cold kitchen until it can be eaten.",
  onheat: "From when the fish meets the heat until it is taken off.",
  crust: "How deep the dry, brown outside is.",
  tester:
    "A thin skewer pushed through the thickest part. Raw flesh stops it, half-done flesh grips it, done flesh lets it slide.",
  look: "No two pieces are alike. Look from here on; by the later time nearly all are done.",
  probe: "A thermometer with a thin tip. Push it into the middle of the thickest part.",
  fits: "A little too soon or too late, and it is still as you wanted it.",
  figure: "The temperature that food rules ask for all through, so that nobody falls ill from it.",
  ends: "The thick end decides the time. The thin end is done sooner.",
  scored: "Shallow cuts across the skin: it stays flat and the heat gets in.",
} as const;

export type TermKey = keyof typeof TERMS;
