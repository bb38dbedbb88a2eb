import { sma } from "../../indicators/sma";
import { turnover } from "../../indicators/turnover";
import { measure, numberOf, SAMPLED, window, type Measure } from "../measure";
import { is } from "./phrasing";

/** Volume and turnover. */
export const VOLUMES: readonly Measure[] = [
  measure({
    name: "volume",
    unit: "volume",
    noun: "volume",
    needs: "volume",
    params: [SAMPLED],
    aliases: ["volume"],
    usual: [["above", 500_000]],
    column: (b) => b.volume,
    phrases: [
      {
        text: "volume above its {n} average",
        rule: ({ n }) => is("volume", "above", { measure: "average volume", params: { n } }),
      },
      { text: "volume above average", rule: () => is("volume", "above", { measure: "average volume" }) },
      {
        text: "volume below average",
        rule: () => is("volume", "below", { measure: "average volume" }),
      },
      { text: "volume up on session", rule: () => is("volume", "above", { measure: "volume", ago: 1 }) },
    ],
  }),
  measure({
    name: "average volume",
    unit: "volume",
    noun: "average volume of {n} {units}",
    needs: "volume",
    params: [window(50), SAMPLED],
    aliases: ["average volume", "average volume of {n} sessions", "{n} session average volume"],
    usual: [["above", 500_000]],
    column: (b, p) => sma(b.volume, numberOf(p)),
  }),
  measure({
    name: "relative volume",
    title: "volume in multiples of its average",
    unit: "number",
    noun: "volume in multiples of its {n}-{unit} average",
    needs: "volume",
    params: [window(50), SAMPLED],
    aliases: ["relative volume", "volume in multiples of its average"],
    usual: [
      ["at least", 2],
      ["at least", 3],
    ],
    column: (b, p) => {
      const average = sma(b.volume, numberOf(p));
      return b.volume.map((v, t) => (average[t] === 0 ? NaN : v / average[t]!));
    },
    phrases: [
      { text: "volume {x} times its average", rule: ({ x }) => is("relative volume", "at least", x) },
      { text: "volume {x} times average", rule: ({ x }) => is("relative volume", "at least", x) },
      { text: "{x} times average volume", rule: ({ x }) => is("relative volume", "at least", x) },
    ],
  }),
  measure({
    name: "turnover",
    unit: "volume",
    noun: "turnover",
    needs: "volume",
    params: [SAMPLED],
    aliases: ["turnover"],
    usual: [["above", 10_000_000]],
    column: (b) => turnover(b.close, b.volume),
  }),
  measure({
    name: "average turnover",
    unit: "volume",
    noun: "average turnover of {n} {units}",
    needs: "volume",
    params: [window(50), SAMPLED],
    aliases: ["average turnover", "average turnover of {n} sessions"],
    usual: [["above", 10_000_000]],
    column: (b, p) => sma(turnover(b.close, b.volume), numberOf(p)),
  }),
];
