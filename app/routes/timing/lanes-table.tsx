import { clsx } from "clsx";
import type { LaneNow } from "@studies/timing/timing-now";
import { count, date, signedPercent } from "@studies/words/words";
import { StateMark } from "~/ui/state-mark";
import { Explained } from "~/ui/term";

interface Props {
  readonly lanes: readonly (LaneNow & { readonly next: string })[];
  readonly provisional: boolean;
}

/** The lanes from fast to slow: state, age, what the composite did since, and what would change it. */
export function LanesTable({ lanes, provisional }: Props) {
  const head = "border-b border-ink/60 pb-1 text-left font-normal whitespace-nowrap";
  return (
    <table className="w-full border-separate border-spacing-0">
      <caption className="sr-only">The four lanes and what would change each</caption>
      <thead>
        <tr className="text-soft">
          <th scope="col" className={`${head} font-semibold text-ink`}>
            Lane
          </th>
          <th scope="col" className={head}>
            state
          </th>
          <th scope="col" className={`${head} pl-4`}>
            since
          </th>
          <th scope="col" className={`${head} pl-4 text-right`}>
            composite since
          </th>
          <th scope="col" className={`${head} pl-6`}>
            what would change it at the next close
          </th>
        </tr>
      </thead>
      <tbody>
        {lanes.map((l) => (
          <tr key={l.lane} className={clsx("h-[31px]", provisional && "bg-(--amber-edge)/12")}>
            <th scope="row" className="border-b border-rule pr-5 text-left font-semibold">
              <Explained text={l.lane} around="lane" />
            </th>
            <td className="border-b border-rule whitespace-nowrap">
              <StateMark state={l.state} />
              {provisional && <span className="ml-2 text-amber">provisional</span>}
            </td>
            <td className="border-b border-rule pl-4 whitespace-nowrap">
              {Number.isNaN(l.age) ? "–" : l.age === 0 ? "this session" : `${date(l.since)}, ${count(l.age, "session")}`}
            </td>
            <td
              className={clsx("border-b border-rule pl-4 text-right", l.change > 0 ? "text-teal" : l.change < 0 && "text-rust")}
            >
              {signedPercent(l.change)}
            </td>
            <td className="border-b border-rule pl-6 text-soft">{l.next}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
