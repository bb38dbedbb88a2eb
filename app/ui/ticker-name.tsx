interface Props {
  /** Empty for a group, which has none. */
  readonly ticker: string;
  readonly name: string;
}

/** Who it is: its ticker and its name, once where they are the same. */
export function TickerName({ ticker, name }: Props) {
  if (ticker === "") return name;
  return (
    <>
      <b className="font-semibold">{ticker}</b>
      {name !== ticker && <> {name}</>}
    </>
  );
}
