import { scaleLinear } from "d3-scale";
import { useRef } from "react";
import { isoDate, yearOf } from "@core/columns/epoch-day";
import type { trials } from "@studies/trials/trials";
import { count, signedPercent } from "@studies/words/words";
import { useWidth } from "~/ui/use-width";
import type { ResultOf } from "~/wire";

type Answer = ResultOf<typeof trials>;

interface Props {
  readonly answer: Answer;
  /** Place of the scan whose episodes are drawn. */
  readonly row: number;
  /** First episode in view in the table, and the one after the last. */
  readonly view: readonly [start: number, end: number];
  readonly onShow: (episode: number) => void;
}

const HEIGHT = 92;
const FOOT = 16;
const RIGHT = 44;

/** Every episode of a scan in its order: what it made beyond all members; those in the table lie on paper that is raised. */
export function EpisodeBars({ answer, row, view, onShow }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 1000);
  const { rows, episodes } = answer;
  const own = rows[row] ?? rows[0]!;
  const values = own.cells.map((cell) => (cell.state === "finished" ? cell.gross - cell.base : NaN));
  const full = Math.max(0.005, ...values.filter((x) => !Number.isNaN(x)).map(Math.abs));
  const y = scaleLinear([-full, full], [HEIGHT - FOOT - 2, 4]);
  const step = (width - RIGHT) / Math.max(1, episodes.length);
  const bar = Math.max(1, Math.min(26, step * 0.72));
  const { beyond, n } = own.averages;
  const years = yearTicks(episodes, step);
  return (
    <figure className="mb-2">
      <figcaption className="text-[12px] text-soft">
        <b className="font-semibold text-ink">{own.name}</b> at {count(episodes.length, "moment")}: what it made before cost
        beyond all members bought at the same open{n > 0 ? `, ${signedPercent(beyond, 2)} on average` : ""}
      </figcaption>
      <div ref={box}>
        <svg
          width={width}
          height={HEIGHT}
          role="img"
          aria-label={`${own.name} beyond all members: ${values.map((x, k) => `${isoDate(episodes[k]!.day)} ${signedPercent(x)}`).join(", ")}`}
          className="block cursor-pointer"
          onClick={(event) => {
            const at = event.clientX - event.currentTarget.getBoundingClientRect().left;
            onShow(Math.max(0, Math.min(episodes.length - 1, Math.floor(at / step))));
          }}
        >
          {view[1] - view[0] < episodes.length && (
            <rect
              x={step * view[0]}
              width={step * (view[1] - view[0])}
              y={0}
              height={HEIGHT - FOOT}
              fill="var(--raised)"
              stroke="var(--rule)"
            />
          )}
          {[full / 2, -full / 2].map((tick) => (
            <g key={tick}>
              <line x1={0} x2={width - RIGHT} y1={y(tick)} y2={y(tick)} stroke="var(--rule)" strokeWidth={0.7} />
              <text x={width - RIGHT + 6} y={y(tick) + 4} fontSize={11} fill="var(--soft)">
                {signedPercent(tick)}
              </text>
            </g>
          ))}
          <line x1={0} x2={width - RIGHT} y1={y(0)} y2={y(0)} stroke="var(--soft)" strokeWidth={0.8} />
          {values.map((value, k) =>
            Number.isNaN(value) ? null : (
              <rect
                key={k}
                x={step * (k + 0.5) - bar / 2}
                width={bar}
                y={Math.min(y(0), y(value))}
                height={Math.max(0.7, Math.abs(y(value) - y(0)))}
                fill={value > 0 ? "var(--teal)" : "var(--rust)"}
                fillOpacity={0.75}
              >
                <title>{`${isoDate(episodes[k]!.day)}: ${signedPercent(value)} beyond all members`}</title>
              </rect>
            ),
          )}
          {n > 0 && (
            <line
              x1={0}
              x2={width - RIGHT}
              y1={y(beyond)}
              y2={y(beyond)}
              stroke="var(--ink)"
              strokeDasharray="3 3"
              strokeWidth={1}
            />
          )}
          {years.map(({ k, year }) => (
            <text
              key={year}
              x={Math.max(14, step * (k + 0.5))}
              y={HEIGHT - 3}
              fontSize={11}
              fill="var(--soft)"
              textAnchor="middle"
            >
              {year}
            </text>
          ))}
        </svg>
      </div>
    </figure>
  );
}

/** So many pixels a year needs for its name. */
const YEAR = 34;

/** The first episode of each year, of those that stand too close the first alone. */
function yearTicks(episodes: Answer["episodes"], step: number): readonly { readonly k: number; readonly year: number }[] {
  const found: { k: number; year: number }[] = [];
  episodes.forEach(({ day }, k) => {
    const year = yearOf(day);
    const last = found.at(-1);
    if (k > 0 && year === yearOf(episodes[k - 1]!.day)) return;
    if (last === undefined || step * (k - last.k) >= YEAR) found.push({ k, year });
  });
  return found;
}
