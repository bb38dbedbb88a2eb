import { isAbove, isBelow, measureOf, type Params } from "@core";
import { LANES } from "@core/timing/lane-names";
import { laneColumns } from "@studies/columns/timing";
import type { Drawn, DrawnRibbon, StateTone } from "./drawn";
import type { PlotContext } from "./plot-context";
import { barCount } from "./plot-words";

/** How the states of measures count, in the order of their names; those left out count neither way. */
const TONES: Readonly<Record<string, StateTone>> = {
  Rising: 1,
  Falling: -1,
  Calm: 0.5,
  Rough: -0.5,
  Up: 1,
  Down: -1,
  Favour: 1,
  Avoid: -1,
  "ahead, gaining": 1,
  "ahead, easing": 0.5,
  "behind, recovering": -0.5,
  "behind, slipping": -1,
  "fast above slow": 1,
  "fast below slow": -1,
};

/** States of a measure with names for its values. */
export function drawStates(context: PlotContext, measure: string, params: Params): Drawn {
  const labels = Object.entries(measureOf(measure).labels ?? {});
  const values = context.column({ measure, params });
  const ribbon = ribbonOf(
    measure,
    labels.map(([word]) => word),
    values,
    (x) => labels.findIndex(([, value]) => value === x),
  );
  return { ...stateWords(ribbon, context), ribbons: [ribbon] };
}

/** The regime's direction, tinted behind the prices. */
export function drawRegime(context: PlotContext): Drawn {
  const { ribbons, ...words } = drawStates(context, "regime", {});
  return { ...words, tint: ribbons![0]! };
}

/** Whether the fast average of Trend is over the slow one. */
export function drawTrendSide(context: PlotContext, params: Params): Drawn {
  const average = (name: string) => context.column({ measure: "trend average", params: { n: params[name]! } });
  const [fast, slow] = [average("fast"), average("slow")];
  const side = fast.map((x, k) => (isAbove(x, slow[k]!) ? 0 : isBelow(x, slow[k]!) ? 1 : NaN));
  const ribbon = ribbonOf("Trend", ["fast above slow", "fast below slow"], side, (x) => x);
  return { ...stateWords(ribbon, context), ribbons: [ribbon] };
}

/** The four lanes of timing, those of the market in which it trades. */
export function drawLanes(context: PlotContext): Drawn {
  const { market } = context;
  const lanes = market.perSession(laneColumns);
  const ribbons = LANES.map((lane) => {
    const own = Float64Array.from(lanes[lane], (x) => (x === 0 ? NaN : x));
    return ribbonOf(lane, ["Up", "Down"], context.atSamples(own, market.sessions), (x) => (x > 0 ? 0 : 1));
  });
  const up = ribbons.filter((r) => r.states.at(-1) === 0).map((r) => r.name);
  return { value: `${up.length} of ${LANES.length} up`, says: up.length === 0 ? "" : up.join(", "), ribbons };
}

function ribbonOf(name: string, words: readonly string[], values: Float64Array, stateOf: (value: number) => number): DrawnRibbon {
  const states = Int8Array.from(values, (x) => (Number.isNaN(x) ? -1 : stateOf(x)));
  return { name, states, words, tones: words.map((word) => TONES[word] ?? 0) };
}

/** "Favour", "for 34 sessions". */
function stateWords({ states, words }: DrawnRibbon, { sampling }: PlotContext): Pick<Drawn, "value" | "says"> {
  const last = states[states.length - 1] ?? -1;
  if (last < 0) return { value: "–", says: "" };
  const run = states.length - 1 - states.findLastIndex((s) => s !== last);
  return { value: words[last]!, says: `for ${barCount(run, sampling)}` };
}
