import { useCallback } from "react";
import { signed } from "@studies/words/words";
import { Chart } from "~/charts/chart";
import type { ChartTheme } from "~/charts/chart-theme";
import { ratioOptions } from "~/charts/ratio-chart";
import { InlineMenu } from "~/ui/inline-menu";
import { Explained } from "~/ui/term";

interface Props {
  readonly days: Int32Array;
  readonly pair: {
    readonly long: { readonly key: string; readonly name: string };
    readonly short: { readonly key: string; readonly name: string };
    readonly ratio: Float64Array;
    readonly z: Float64Array;
  };
  readonly members: readonly { readonly key: string; readonly name: string }[];
}

/** Two members against each other: the highest score against the lowest unless others are chosen. */
export function PairPart({ days, pair, members }: Props) {
  const choices = members.map((m) => ({ value: m.key, label: m.name }));
  const options = useCallback(
    (theme: ChartTheme) =>
      ratioOptions(theme, { days, ratio: pair.ratio, z: pair.z, long: pair.long.name, short: pair.short.name }),
    [days, pair],
  );
  return (
    <figure className="min-w-0">
      <figcaption>
        <span className="heading">Pair: </span>
        <InlineMenu label="First of the pair" param="long" value={pair.long.key} choices={choices} /> to{" "}
        <InlineMenu label="Second of the pair" param="short" value={pair.short.key} choices={choices} />
        <span className="text-soft">
          , ratio 100 at the first sample; over 52 samples it stands at{" "}
          <Explained text={`z ${signed(pair.z.at(-1) ?? NaN, 1)}`} />
        </span>
      </figcaption>
      <Chart
        className="mt-1 h-[212px]"
        label={`Ratio of ${pair.long.name} to ${pair.short.name} and its z; the figures are in the data twin.`}
        options={options}
        days={days}
      />
    </figure>
  );
}
