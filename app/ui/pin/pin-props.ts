/** Of a study's answer what can be pinned. */
export interface AnswerSource {
  /** Address of the figures: "/data/breadth?average=sma". */
  readonly twin: string;
  readonly show: "reading" | "table" | "picture";
  /** Key of a picture of the study. */
  readonly picture?: string;
  /** What it is of: "Breadth". */
  readonly name: string;
}

/** What can be pinned of an element: an answer, or a plan or call by its id. */
export type PinSource = AnswerSource | { readonly of: "plan" | "call"; readonly id: string; readonly name: string };

/** Properties that make an element one that can be pinned. */
export function pinProps(source: PinSource): { readonly "data-pin": string } {
  return { "data-pin": JSON.stringify(source) };
}

/** What the elements of a screen offer, in their order, each once; rows of tables are pinned by the keyboard. */
export function pinSourcesIn(root: ParentNode): PinSource[] {
  const texts = [...root.querySelectorAll<HTMLElement>("[data-pin]:not(tr)")].map((one) => one.dataset["pin"]!);
  return [...new Set(texts)].map((text) => JSON.parse(text) as PinSource);
}

/** What an element is within, undefined where nothing of it can be pinned by itself. */
export function pinSourceOf(element: Element | null): PinSource | undefined {
  const holder = element?.closest<HTMLElement>("[data-pin]");
  return holder ? (JSON.parse(holder.dataset["pin"]!) as PinSource) : undefined;
}

/** What a source is called where it is offered. */
export function pinLabel(source: PinSource): string {
  if ("of" in source) return source.of === "plan" ? `the plan ${source.name}` : `the call ${source.name}`;
  const { name, show } = source;
  return show === "reading" ? `the reading of ${name}` : show === "table" ? `the table of ${name}` : `the picture of ${name}`;
}

/** The question of a source with what is shown of it, as a pin has it. */
export function pinnedOf(
  { twin, show, picture, name }: AnswerSource,
  {
    market,
    href,
    sentence,
    sort,
  }: { readonly market: string; readonly href: string; readonly sentence?: number; readonly sort?: string },
) {
  const { searchParams } = new URL(twin, "http://here");
  const own = [...new Set(searchParams.keys())].filter((key) => !["market", "asof", "focus", "as"].includes(key));
  const params = Object.fromEntries(
    own.map((key) => {
      const values = searchParams.getAll(key);
      return [key, values.length === 1 ? values[0]! : values] as const;
    }),
  );
  return {
    study: studyOfTwin(twin),
    ...{ params, market, href, name },
    ...(sentence === undefined ? { show } : { show: "sentence" as const, at: String(sentence) }),
    ...(picture === undefined ? {} : { at: picture }),
    ...(show === "table" ? { table: { rows: 8, ...(sort === undefined ? {} : { sort }) } } : {}),
  };
}

/** The study behind an address of figures. */
export function studyOfTwin(twin: string): string {
  return new URL(twin, "http://here").pathname.replace("/data/", "");
}

/** An address of the application without market, date and focus. */
export function plainHref({ pathname, search }: { readonly pathname: string; readonly search: string }): string {
  const own = new URLSearchParams(search);
  for (const key of ["market", "asof", "focus"]) own.delete(key);
  const text = own.toString();
  return text === "" ? pathname : `${pathname}?${text}`;
}
