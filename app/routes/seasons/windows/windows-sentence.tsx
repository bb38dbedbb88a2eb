import { Link } from "react-router";
import { HOLDS } from "@core/seasons/hold-signs";
import { PEER_SETS, type PeerSet } from "@studies/sets/peer-names";
import type { OfferedGroup } from "~/offered-groups.server";
import { useHrefWith } from "~/here";
import { InlineMenu, type Choice } from "~/ui/inline-menu";
import { PEER_CHOICES } from "~/ui/peer-choices";
import { ViewMenu } from "../view-menu";

interface Props {
  readonly set: PeerSet;
  readonly within: string;
  /** How the group is called whose members they are. */
  readonly inName: string;
  readonly groups: readonly Pick<OfferedGroup, "value" | "label">[];
  readonly wins: number;
  readonly years: number;
  readonly search: URLSearchParams;
}

const numbers = (values: readonly number[], also: number): Choice[] =>
  [...new Set([...values, also])].sort((a, b) => a - b).map((n) => ({ value: String(n), label: String(n) }));

/** What is searched for, as a sentence whose words can be changed. */
export function WindowsSentence({ set, within, inName, groups, wins, years, search }: Props) {
  const hrefWith = useHrefWith();
  const number = (name: string, usual: number) => Number(search.get(name) ?? usual);
  const [shortest, longest] = [number("shortest", HOLDS.shortest), number("longest", HOLDS.longest)];
  const least = number("least", 2);
  const holds = [5, 10, 15, 20, 30, 40, 50, 60];
  return (
    <>
      <ViewMenu value="/seasons/windows" /> of the{" "}
      <InlineMenu
        label="Set"
        param="set"
        value={set}
        choices={PEER_CHOICES}
        also={{ in: undefined, sort: undefined, pick: undefined }}
      />
      {set === "stock" ? (
        <>
          {" "}
          <InlineMenu
            label="Within"
            param="in"
            value={within}
            choices={[
              { value: "", label: "of the market" },
              ...(groups.some((g) => g.value === within) || within === "" ? [] : [{ value: within, label: `in ${inName}` }]),
              ...groups.map((g) => ({ value: g.value, label: `in ${g.label}` })),
            ]}
          />
        </>
      ) : (
        inName !== "" && (
          <>
            {" "}
            in <b className="font-semibold text-ink">{inName}</b> (
            <Link className="link" to={hrefWith({ in: undefined })}>
              all {PEER_SETS[set].many}
            </Link>
            )
          </>
        )
      )}
      , right in at least{" "}
      <InlineMenu
        label="Wins"
        param="wins"
        value={String(wins)}
        choices={numbers(
          Array.from({ length: years - Math.floor(years / 2) }, (_, k) => Math.floor(years / 2) + 1 + k),
          wins,
        )}
      />{" "}
      of{" "}
      <InlineMenu
        label="Years"
        param="years"
        value={String(years)}
        choices={numbers([3, 5, 8, 10, 12, 15, 20], years)}
        also={(chosen) => ({ wins: String(Math.round(0.9 * Number(chosen))) })}
      />{" "}
      years, held{" "}
      <InlineMenu
        label="Shortest"
        param="shortest"
        value={String(shortest)}
        choices={numbers(
          holds.filter((h) => h <= longest),
          shortest,
        )}
      />{" "}
      to{" "}
      <InlineMenu
        label="Longest"
        param="longest"
        value={String(longest)}
        choices={numbers(
          holds.filter((h) => h >= shortest),
          longest,
        )}
      />{" "}
      sessions, averaging at least{" "}
      <InlineMenu
        label="Mean move"
        param="least"
        value={String(least)}
        choices={[...new Set([0, 1, 2, 3, 5, 8, least])].sort((a, b) => a - b).map((n) => ({ value: String(n), label: `${n}%` }))}
      />
      ,{" "}
      <InlineMenu
        label="One year"
        param="carried"
        value={search.get("carried") ?? "refused"}
        choices={[
          { value: "refused", label: "not carried by one year" },
          { value: "taken", label: "also where one year carries it" },
        ]}
      />
      ,{" "}
      <InlineMenu
        label="Way"
        param="way"
        value={search.get("way") ?? "either"}
        choices={[
          { value: "either", label: "up or down" },
          { value: "rose", label: "up" },
          { value: "fell", label: "down" },
        ]}
      />
      ,{" "}
      <InlineMenu
        label="Reports"
        param="reports"
        value={search.get("reports") ?? "any"}
        choices={[
          { value: "any", label: "with reports" },
          { value: "none", label: "without reports" },
        ]}
      />
    </>
  );
}
