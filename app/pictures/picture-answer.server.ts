import { isoDate } from "@core";
import type { Answer, Desk } from "@server/ask/desk.server";
import { NotFound } from "@server/errors";
import type { Study } from "@studies/define-study";
import { sectorNames, type directory } from "@studies/frame/directory";
import { date, list } from "@studies/words/words";
import type { ResultOf } from "~/wire";
import { coloursOf } from "./picture-colours";
import { pictureSvg } from "./picture-file.server";

/**
 * One of the pictures of an answer, as an SVG file.
 * @param key which; the one that stands for the answer without
 * @throws NotFound where there is none of that name, or nothing to draw
 */
export async function pictureAnswer(desk: Desk, study: Study, answer: Answer, key: string | null): Promise<Response> {
  const own = Object.entries(study.pictures ?? {});
  if (own.length === 0) throw new NotFound(`The study "${study.name}" has no picture.`);
  const [name, drawing] = (key === null ? own[0] : own.find(([one]) => one === key)) ?? [];
  if (!drawing) throw new NotFound(`"${study.name}" has no picture "${key}"; it has ${list(own.map(([one]) => one))}.`);
  const picture = drawing.draw(answer.result);
  if (!picture) throw new NotFound(`There is nothing to draw of "${study.name}" at ${date(answer.asOf)}.`);
  const { market, asOf } = answer;
  const [row, known] = await Promise.all([
    desk.findMarket(market),
    desk.ask<ResultOf<typeof directory>>({ study: "directory", params: {}, market, asOf: isoDate(asOf) }),
  ]);
  const svg = pictureSvg({
    picture,
    title: drawing.name,
    dated: `${row.name}, ${answer.provisional ? "in the session of" : "at the close of"} ${date(asOf)}`,
    reading: answer.reading,
    colours: coloursOf(sectorNames(known.result.entries), true),
  });
  return new Response(svg, {
    headers: {
      "Content-Type": "image/svg+xml; charset=utf-8",
      "Content-Disposition": `attachment; filename="${study.name}-${name}-${isoDate(asOf)}.svg"`,
    },
  });
}
