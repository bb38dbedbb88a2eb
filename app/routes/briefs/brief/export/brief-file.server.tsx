import { strToU8, zipSync } from "fflate";
import { renderToStaticMarkup } from "react-dom/server";
import { isoDate } from "@core";
import type { Desk } from "@server/ask/desk.server";
import { answeredPart, type AnsweredPart } from "@server/briefs/answered-part.server";
import { getBrief } from "@server/briefs.server";
import { listCalls } from "@server/calls.server";
import { isLive, type SavedBrief } from "@studies/briefs/brief-schema";
import type { CallRow } from "@studies/calls/call-row";
import type { calls as callsStudy } from "@studies/calls/calls";
import { sectorNames, type directory } from "@studies/frame/directory";
import hanken from "@fontsource-variable/hanken-grotesk/files/hanken-grotesk-latin-wght-normal.woff2?inline";
import newsreader from "@fontsource-variable/newsreader/files/newsreader-latin-wght-normal.woff2?inline";
import newsreaderItalic from "@fontsource-variable/newsreader/files/newsreader-latin-wght-italic.woff2?inline";
import { fontFace } from "~/pictures/font-face";
import { coloursOf, PAPER } from "~/pictures/picture-colours";
import type { ResultOf } from "~/wire";
import { BriefDocument } from "../../document/brief-document";
import { pageHeadCss } from "../../document/page-head-css";
import documentCss from "../../document/brief-document.css?raw";
import { briefMarkdown } from "./brief-markdown";

export interface BriefFile {
  readonly body: string | Uint8Array<ArrayBuffer>;
  readonly type: string;
  readonly name: string;
}

/** What a brief says, with all its parts answered. */
export interface WholeBrief {
  readonly brief: SavedBrief;
  readonly answers: ReadonlyMap<string, AnsweredPart>;
  readonly calls: readonly CallRow[];
  readonly marketName: string;
  readonly sectors: readonly string[];
}

/**
 * A brief as a file that needs nothing else: one page, or an archive of Markdown and pictures.
 * @throws NotFound when there is none of that id
 */
export async function briefFile(desk: Desk, id: string, form: "html" | "markdown"): Promise<BriefFile> {
  const whole = await wholeBrief(desk, id);
  const name = `${whole.brief.purpose.toLowerCase().replace(/[^a-z0-9]+/g, "-")}-${isoDate(whole.brief.asOf)}`;
  if (form === "html") return { body: briefHtml(whole), type: "text/html; charset=utf-8", name: `${name}.html` };
  const { text, pictures } = briefMarkdown(whole);
  const files = { [`${name}.md`]: strToU8(text), ...Object.fromEntries(pictures.map((one) => [one.name, strToU8(one.svg)])) };
  return {
    body: new Uint8Array(zipSync(files, { mtime: new Date("2000-01-01T00:00:00") })),
    type: "application/zip",
    name: `${name}.zip`,
  };
}

async function wholeBrief(desk: Desk, id: string): Promise<WholeBrief> {
  const { brief } = await getBrief(desk.db, id);
  const { market } = brief;
  const asOf = isoDate(brief.asOf);
  const [answers, said, known, row] = await Promise.all([
    Promise.all(brief.parts.filter(isLive).map((part) => answeredPart(desk, part, brief))),
    desk.ask<ResultOf<typeof callsStudy>>({
      study: "calls",
      params: { calls: JSON.stringify(await listCalls(desk.db, market)) },
      market,
      asOf,
    }),
    desk.ask<ResultOf<typeof directory>>({ study: "directory", params: {}, market }),
    desk.findMarket(market),
  ]);
  return {
    brief,
    answers: new Map(answers.map((one) => [one.id, one])),
    calls: said.result.rows,
    marketName: row.name,
    sectors: sectorNames(known.result.entries),
  };
}

/** One page with its styles, faces and pictures in it, and no script. */
export function briefHtml(whole: WholeBrief): string {
  const { brief } = whole;
  const title = brief.title === "" ? brief.purpose : brief.title;
  const body = renderToStaticMarkup(<BriefDocument {...whole} colours={coloursOf(whole.sectors)} />);
  const head = renderToStaticMarkup(
    <>
      <meta charSet="utf-8" />
      <meta name="viewport" content="width=device-width, initial-scale=1" />
      <meta
        httpEquiv="Content-Security-Policy"
        content="default-src 'none'; style-src 'unsafe-inline'; font-src data:; img-src data:"
      />
      <title>{`${title}, ${isoDate(brief.asOf)}`}</title>
    </>,
  );
  return `<!doctype html>
<html lang="en">
<head>
${head}
<style>
${PAGE_CSS}
${pageHeadCss(`${title}, ${isoDate(brief.asOf)}`)}
${documentCss}
</style>
</head>
<body>
<main>
${body}
</main>
</body>
</html>
`;
}

const PAGE_CSS = `${fontFace("Hanken Grotesk Variable", hanken)}
${fontFace("Newsreader Variable", newsreader)}
${fontFace("Newsreader Variable", newsreaderItalic, "italic")}
:root { ${Object.entries(PAPER)
  .map(([role, colour]) => `--${role}: ${colour};`)
  .join(" ")} }
body { margin: 0; background: var(--paper); }
main { max-width: 680px; margin: 0 auto; padding: 32px 36px; background: var(--raised); }
@media print { body, main { background: none; } main { max-width: none; padding: 0; } }`;
