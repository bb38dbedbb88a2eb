import { renderToStaticMarkup } from "react-dom/server";
import type { Sentence } from "@studies/define-study";
import type { Picture as PictureData } from "@studies/pictures/picture-schema";
import { sentenceText } from "@studies/words/words";
import hanken from "@fontsource-variable/hanken-grotesk/files/hanken-grotesk-latin-wght-normal.woff2?inline";
import { fontFace } from "./font-face";
import { PAPER, type PictureColours } from "./picture-colours";
import { Picture } from "./picture";

export interface PictureFileProps {
  readonly picture: PictureData;
  /** What it shows, as its title. */
  readonly title: string;
  /** Of what market and when. */
  readonly dated: string;
  /** What is read off it, beneath its title. */
  readonly reading: readonly Sentence[];
  readonly colours: PictureColours;
}

const MARGIN = 28;
const LINE = 17;
const TITLE_LINE = 20;
/** Letters of a line of the title, and of the reading, before it is wrapped. */
const TITLE_WRAP = 66;
const WRAP = 104;
const FACE = "Hanken Grotesk Variable";

/** A picture as an SVG file that needs nothing else: what it shows and when, what it says, its letters' face. */
export function pictureSvg({ picture, title, dated, reading, colours }: PictureFileProps): string {
  const drawn = renderToStaticMarkup(<Picture picture={picture} label={title} colours={colours} />);
  const { width, height } = sizeOf(drawn);
  const titles = wrappedText(title, TITLE_WRAP);
  const said = reading.map(sentenceText).join(" ");
  const lines = wrappedText(said, WRAP);
  const below = 12 + TITLE_LINE * titles.length;
  const top = below + 30 + LINE * lines.length;
  const whole = { width: 600 + 2 * MARGIN, height: Math.ceil(top + height + MARGIN) };
  return renderToStaticMarkup(
    <svg
      xmlns="http://www.w3.org/2000/svg"
      {...whole}
      viewBox={`0 0 ${whole.width} ${whole.height}`}
      fontFamily={`'${FACE}', sans-serif`}
      fontSize={12}
    >
      <title>{`${title}, ${dated}`}</title>
      <style dangerouslySetInnerHTML={{ __html: fontFace(FACE, hanken) }} />
      <rect width="100%" height="100%" fill={PAPER.paper} />
      {titles.map((line, k) => (
        <text key={k} x={MARGIN} y={32 + TITLE_LINE * k} fontSize={16} fontWeight={600} fill={PAPER.ink}>
          {line}
        </text>
      ))}
      <text x={MARGIN} y={below + 18} fill={PAPER.soft}>
        {dated}
      </text>
      {lines.map((line, k) => (
        <text key={k} x={MARGIN} y={below + 38 + LINE * k} fill={PAPER.ink}>
          {line}
        </text>
      ))}
      <svg x={MARGIN + (600 - width) / 2} y={top} width={width} height={height} dangerouslySetInnerHTML={{ __html: drawn }} />
    </svg>,
  );
}

/** Width and height that a drawn picture states. */
function sizeOf(drawn: string): { readonly width: number; readonly height: number } {
  const [, width, height] = /^<svg [^>]*? width="([\d.]+)" height="([\d.]+)"/.exec(drawn)!;
  return { width: Number(width), height: Number(height) };
}

/** Words in lines of at most so many letters. */
function wrappedText(text: string, most: number): string[] {
  const lines: string[] = [];
  for (const word of text.split(" ").filter((one) => one !== "")) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= most) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}
