import { useNavigate, useSearchParams } from "react-router";
import { percent, probability, signedPercent } from "@studies/words/words";
import { hrefNowWith } from "~/here";
import { signColour } from "~/ui/tint";
import { variantParams, variantText, VARIANT_PARAMS, type Variant } from "./variants";

const ROWS: readonly (readonly [string, (v: Variant) => string, ((v: Variant) => number)?])[] = [
  ["cases", (v) => v.record.n.toLocaleString("en-GB")],
  ["won", (v) => percent(v.record.winRate, 0)],
  ["95% interval", (v) => `${percent(v.record.low, 0)} to ${percent(v.record.high, 0)}`],
  ["all sessions", (v) => percent(v.record.baseWinRate, 0)],
  ["mean", (v) => signedPercent(v.record.mean, 2), (v) => v.record.mean],
  ["mean of all", (v) => signedPercent(v.record.baseMean, 2)],
  ["edge", (v) => signedPercent(v.record.edge, 2), (v) => v.record.edge],
  ["p", (v) => probability(v.record.p)],
  ["average win", (v) => signedPercent(v.record.averageWin)],
  ["average loss", (v) => signedPercent(v.record.averageLoss)],
  ["worst", (v) => signedPercent(v.record.worst), (v) => v.record.worst],
  ["worst on the way", (v) => signedPercent(v.record.adverse.extreme), (v) => v.record.adverse.extreme],
];

/** Two to four variants as columns of one table; what differs between them is marked. */
export function VariantsTable({ variants }: { variants: readonly Variant[] }) {
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const shared = new Set(variants[0]!.clauses.filter((clause) => variants.every((v) => v.clauses.includes(clause))));
  const samePlan = variants.every((v) => v.plan === variants[0]!.plan && v.forName === variants[0]!.forName);
  const kept = variants.filter((v) => v.text !== "").map((v) => v.text);
  const drop = (text: string) => void navigate(hrefNowWith({ vs: kept.filter((t) => t !== text) }), { preventScrollReset: true });
  const edit = (text: string) => {
    const params = variantParams(text) ?? {};
    const cleared = Object.fromEntries(VARIANT_PARAMS.map((name) => [name, params[name]]));
    const others = [...kept.filter((t) => t !== text), variantText(search)];
    void navigate(hrefNowWith({ ...cleared, vs: others }), { preventScrollReset: true });
  };
  return (
    <section aria-label="Variants side by side" className="mb-4">
      <table className="border-separate border-spacing-0">
        <caption className="heading mb-1 text-left">Side by side</caption>
        <thead>
          <tr>
            <td />
            {variants.map((v, k) => (
              <th
                key={v.text}
                scope="col"
                className="max-w-72 border-b border-ink/60 px-3 pb-1 text-left align-bottom font-normal"
              >
                {v.clauses.length === 0 && <span className="text-soft">always</span>}
                {v.clauses.map((clause) => (
                  <span
                    key={clause}
                    className={`block font-serif text-[14px] leading-5 ${shared.has(clause) ? "text-soft" : "bg-chosen text-ink"}`}
                  >
                    {clause}
                  </span>
                ))}
                {!samePlan && (
                  <span className="block text-[12px] text-soft">
                    {v.plan}, for {v.forName}
                  </span>
                )}
                <span className="mt-1 block text-[12px]">
                  {v.text === "" ? (
                    <b className="font-semibold">being edited</b>
                  ) : (
                    <>
                      <button
                        type="button"
                        className="text-indigo hover:underline"
                        onClick={() => {
                          edit(v.text);
                        }}
                      >
                        edit
                      </button>{" "}
                      <button
                        type="button"
                        className="text-indigo hover:underline"
                        aria-label={`leave out variant ${k + 1}`}
                        onClick={() => {
                          drop(v.text);
                        }}
                      >
                        leave out
                      </button>
                    </>
                  )}
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {ROWS.map(([label, text, sign]) => (
            <tr key={label} className="h-[23px]">
              <th scope="row" className="border-b border-rule pr-4 text-left font-normal text-soft">
                {label}
              </th>
              {variants.map((v) => (
                <td key={v.text} className={`border-b border-rule px-3 text-left ${sign ? signColour(sign(v)) : ""}`}>
                  {v.record.n === 0 && label !== "cases" ? "–" : text(v)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
