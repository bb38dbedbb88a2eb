import { useEffect, useRef, useState } from "react";
import type { PlanSide } from "@core/plans/plan-orders";
import type { PlanVersion } from "@studies/plans/plan-schema";
import { capital } from "@studies/words/words";
import { rungName } from "./rung-name";
import { NumberField } from "~/ui/number-field";

interface Props {
  readonly version: PlanVersion;
  readonly side: PlanSide;
  /** "entry", "stop", or the key of a target or add-on. */
  readonly rungKey: string;
  readonly onChange: (next: PlanVersion) => void;
  readonly onRemove: () => void;
  readonly onClose: () => void;
}

/** One rung typed: its price, and what order waits there. */
export function RungForm({ version, side, rungKey, onChange, onRemove, onClose }: Props) {
  const orders = version[side]!;
  const target = orders.targets.find((t) => t.key === rungKey);
  const addOn = orders.addOns.find((a) => a.key === rungKey);
  const isEntry = rungKey === "entry";
  const role = target ? "target" : addOn ? "add-on" : isEntry ? "entry" : "stop";
  const was = target ?? addOn ?? (isEntry ? orders.entry : { price: orders.stop });
  const [price, setPrice] = useState("price" in was ? String(was.price) : "");
  const [order, setOrder] = useState<string>(isEntry ? orders.entry.order : (addOn?.order ?? ""));
  const [share, setShare] = useState(String(Math.round(100 * (target ?? addOn ?? { share: 1 }).share)));
  const [stop, setStop] = useState(addOn?.stop === undefined ? "" : String(addOn.stop));
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    field.current?.focus();
    field.current?.select();
  }, []);
  const at = Number(price);
  const apply = () => {
    const own = { price: at, share: Number(share) / 100 };
    const next = isEntry
      ? { ...orders, entry: order === "open" ? { order: "open" as const } : { order: order as "stop" | "limit", price: at } }
      : role === "stop"
        ? { ...orders, stop: at }
        : {
            ...orders,
            targets: orders.targets.map((t) => (t.key === rungKey ? { ...t, ...own } : t)),
            addOns: orders.addOns.map((a) =>
              a.key === rungKey
                ? { key: a.key, ...own, order: order as "stop" | "limit", ...(stop.trim() === "" ? {} : { stop: Number(stop) }) }
                : a,
            ),
          };
    onChange({ ...version, [side]: next });
    onClose();
  };
  const [up, back] = side === "long" ? ["trades up to it", "falls back to it"] : ["trades down to it", "rises back to it"];
  return (
    <form
      aria-label={`${capital(side)} ${rungName({ role }, side)}`}
      className="absolute top-5 left-0 z-10 flex max-w-full flex-wrap items-center gap-2 rounded-sm border border-indigo bg-raised p-2"
      onSubmit={(event) => {
        event.preventDefault();
        apply();
      }}
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.stopPropagation();
        onClose();
      }}
    >
      <b className="font-semibold">
        {capital(side)} {rungName({ role }, side)}
      </b>
      {order !== "open" && (
        <label className="text-soft">
          at <NumberField ref={field} required aria-label="Price" value={price} onValue={setPrice} />
        </label>
      )}
      {(isEntry || addOn) && (
        <select
          aria-label="Order"
          className="control py-0.5"
          value={order}
          onChange={(event) => {
            setOrder(event.target.value);
          }}
        >
          <option value="stop">when it {up}</option>
          <option value="limit">when it {back}</option>
          {isEntry && <option value="open">at the next open</option>}
        </select>
      )}
      {(target ?? addOn) && (
        <label className="text-soft">
          <NumberField
            required
            aria-label={target ? "Percent of what was bought that is sold" : "Percent of the planned units"}
            className="w-14"
            isWhole
            value={share}
            onValue={setShare}
          />{" "}
          % {target ? "of what was bought" : "of the planned units"}
        </label>
      )}
      {addOn && (
        <label className="text-soft">
          then the stop to <NumberField aria-label="Stop that it brings" placeholder="as it is" value={stop} onValue={setStop} />
        </label>
      )}
      <button type="submit" className="control border-indigo py-0.5 font-semibold text-indigo">
        Set
      </button>
      {(target ?? addOn) && (
        <button type="button" className="min-h-6 text-[12px] text-soft hover:text-rust" onClick={onRemove}>
          take out
        </button>
      )}
      <button type="button" className="min-h-6 text-[12px] text-soft hover:text-indigo" onClick={onClose}>
        cancel
      </button>
    </form>
  );
}
