import clsx from "clsx";
import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { useNavigate } from "react-router";
import { OPTION_SHAPES } from "@core/options/option-position";
import { isoDate } from "@core/columns/epoch-day";
import { contractName } from "@studies/plans/contract-name";
import type { optionChain } from "@studies/plans/option-chain";
import type { PlanOption, PlanVersion } from "@studies/plans/plan-schema";
import { date, fixed, percent, price } from "@studies/words/words";
import { hrefNowWith } from "~/here";
import { ChoiceMenu, InlineMenu } from "~/ui/inline-menu";
import { PlainTable, type PlainColumn } from "~/ui/table/plain-table";
import { walkRows } from "~/ui/table/walk-rows";
import type { ResultOf } from "~/wire";
import { Payoff } from "./payoff";
import type { PlanShown } from "./plan-shown";

interface Props {
  readonly shown: PlanShown;
  readonly chain: ResultOf<typeof optionChain>;
  readonly onChange: (next: PlanVersion, words: string) => void;
}

const SHAPES: Readonly<Record<string, string>> = { single: "a single option", vertical: "a vertical", butterfly: "a butterfly" };

/** The simulated chain of one expiry, and what the chosen position would pay. Arrows move, Enter chooses. */
export function OptionChain({ shown, chain, onChange }: Props) {
  const navigate = useNavigate();
  const { version, plan } = shown;
  const own = version.option;
  const [shape, setShape] = useState<PlanOption["shape"]>(own?.shape ?? "single");
  const [width, setWidth] = useState(own && own.width !== 0 ? own.width : 1);
  const [isSold, setSold] = useState(own?.isSold ?? false);
  const box = useRef<HTMLDivElement>(null);
  const chosen = own?.expiry === chain.expiry && own.right === chain.right ? own.strike : undefined;
  const active = chosen ?? chain.nearest;
  // The row in hand is in the middle of what is seen of the table.
  useEffect(() => {
    const row = box.current?.querySelector<HTMLElement>("[data-active]");
    if (row && box.current) box.current.scrollTop = row.offsetTop - box.current.clientHeight / 2;
  }, [active, chain.expiry, chain.right]);
  const choose = (strike: number, other: Partial<Pick<PlanOption, "shape" | "width" | "isSold">> = {}) => {
    const next = { shape, width, isSold, ...other };
    onChange(
      {
        ...version,
        option: { right: chain.right, expiry: chain.expiry, strike, ...next, width: next.shape === "single" ? 0 : next.width },
      },
      "the option",
    );
  };
  const onKeyDown = (event: KeyboardEvent<HTMLTableRowElement>, strike: number) => {
    if (walkRows(event, box.current?.querySelectorAll<HTMLElement>("tbody tr") ?? []) || event.key !== "Enter") return;
    choose(strike);
    event.preventDefault();
  };
  const reshape = (other: Partial<Pick<PlanOption, "shape" | "width" | "isSold">>) => {
    if (other.shape) setShape(other.shape);
    if (other.width !== undefined) setWidth(other.width);
    if (other.isSold !== undefined) setSold(other.isSold);
    if (chosen !== undefined) choose(chosen, other);
  };
  return (
    <section aria-label="Option chain" className="mt-4">
      <h2 className="heading border-b border-ink/60 pb-1">
        Simulated options of {chain.ticker}{" "}
        <span className="font-normal text-soft">
          at {price(chain.close)}, from its volatility of 63 sessions, {percent(chain.vol, 0)} a year
        </span>
      </h2>
      <p className="my-2 text-soft">
        {isSold ? "Sell" : "Buy"}{" "}
        <ChoiceMenu
          label="Shape"
          value={shape}
          choices={OPTION_SHAPES.map((value) => ({ value, label: SHAPES[value]! }))}
          onChoose={(value) => {
            reshape({ shape: value as PlanOption["shape"] });
          }}
        />{" "}
        of{" "}
        <InlineMenu
          label="Right"
          param="right"
          value={chain.right}
          choices={[
            { value: "call", label: "calls" },
            { value: "put", label: "puts" },
          ]}
        />
        {shape !== "single" && (
          <>
            ,{" "}
            <ChoiceMenu
              label="Width"
              value={String(width)}
              choices={[-4, -3, -2, -1, 1, 2, 3, 4]
                .filter((n) => shape === "vertical" || n > 0)
                .map((n) => ({
                  value: String(n),
                  label: `${Math.abs(n)} ${Math.abs(n) === 1 ? "strike" : "strikes"} ${shape === "butterfly" ? "wide" : n > 0 ? "up" : "down"}`,
                }))}
              onChoose={(value) => {
                reshape({ width: Number(value) });
              }}
            />
          </>
        )}{" "}
        that expires on{" "}
        <ChoiceMenu
          label="Expiry"
          value={isoDate(chain.expiry)}
          choices={chain.expiries.map((one) => ({
            value: isoDate(one.day),
            label: `${date(one.day)}${one.isThirdFriday ? "" : " (weekly)"}${Number.isNaN(chain.report) ? "" : one.isAfterReport ? ", after the report" : ", before the report"}`,
          }))}
          onChoose={(value) => void navigate(hrefNowWith({ expiry: value }), { preventScrollReset: true })}
        />
        , near a delta of{" "}
        <InlineMenu
          label="Delta"
          param="delta"
          value={String(chain.delta)}
          choices={[...new Set([0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, chain.delta])]
            .sort()
            .map((x) => ({ value: String(x), label: fixed(x, 2) }))}
        />
        .{" "}
        <button
          type="button"
          className="control border-indigo py-0.5 font-semibold text-indigo"
          onClick={() => {
            choose(chain.nearest);
          }}
        >
          Take the {contractName({ expiry: chain.expiry, strike: chain.nearest, right: chain.right })}
        </button>{" "}
        <button
          type="button"
          className="min-h-6 text-[12px] hover:text-indigo"
          onClick={() => {
            reshape({ isSold: !isSold });
          }}
        >
          {isSold ? "buy it instead" : "sell it instead"}
        </button>
      </p>
      <div className="grid items-start gap-7 xl:grid-cols-2">
        <div ref={box} className="relative max-h-72 overflow-y-auto border-b border-rule">
          <PlainTable
            caption="Contracts of one expiry, simulated"
            isHeadSticky
            rows={chain.contracts}
            rowKey={(one) => one.strike}
            rowClassName={(one) =>
              clsx(
                "h-[25px] cursor-pointer outline-offset-[-2px] hover:bg-track/60",
                one.strike === chosen && "bg-chosen font-semibold",
              )
            }
            isCurrent={(one) => one.strike === chosen}
            rowProps={(one) => ({
              tabIndex: one.strike === active ? 0 : -1,
              ...(one.strike === active ? { "data-active": "true" } : {}),
              title: `${contractName(one)}: Enter chooses it`,
              onClick: () => {
                choose(one.strike);
              },
              onKeyDown: (event) => {
                onKeyDown(event, one.strike);
              },
            })}
            columns={columnsOf(chain)}
          />
        </div>
        {plan.option ? (
          <Payoff option={plan.option} plan={plan} />
        ) : (
          <p className="text-soft">A contract that is chosen is drawn here: what it pays now, at the report and at its expiry.</p>
        )}
      </div>
    </section>
  );
}

type Contract = Props["chain"]["contracts"][number];

function columnsOf(chain: Props["chain"]): readonly PlainColumn<Contract>[] {
  const figure = (key: string, cell: (one: Contract) => string): PlainColumn<Contract> => ({ key, label: key, cell });
  return [
    {
      ...figure("strike", (one) => `${Number(one.strike.toFixed(6))}${one.strike === chain.nearest ? " ·" : ""}`),
      className: "w-16 pl-1",
    },
    figure("value", (one) => price(one.value, chain.close)),
    figure("delta", (one) => fixed(one.delta, 2)),
    figure("gamma", (one) => fixed(one.gamma, 3)),
    figure("vega", (one) => fixed(one.vega, 3)),
    figure("theta", (one) => fixed(one.theta, 3)),
    figure("volatility", (one) => percent(one.vol, 0)),
    figure("volume", (one) => one.volume.toLocaleString("en-GB")),
    figure("open interest", (one) => one.openInterest.toLocaleString("en-GB")),
  ];
}
