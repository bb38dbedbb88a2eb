import clsx from "clsx";

/** A state in a word, with a mark that tells it without colour: up stands high, down low. */
export function StateMark({ state }: { state: number }) {
  if (state === 0) return <span className="text-soft">none yet</span>;
  const up = state > 0;
  return (
    <span className={clsx("inline-flex items-center gap-1.5 font-semibold", up ? "text-teal" : "text-rust")}>
      <i aria-hidden className={clsx("inline-block w-2.5", up ? "mb-1 h-2.5 bg-teal" : "mt-2 h-1 bg-rust")} />
      {up ? "up" : "down"}
    </span>
  );
}
