import { createReadableStreamFromReadable } from "@react-router/node";
import { isoDate } from "@core";
import { paramsFromSearch } from "@server/ask/params-from-search";
import { getDesk } from "@server/desk-of-app.server";
import { NotFound, type Foreseen } from "@server/errors";
import { csvText } from "@server/transfer/csv-text";
import { PARQUET, writeParquet } from "@server/transfer/parquet-file.server";
import { writtenFile } from "@server/transfer/written-file.server";
import type { Table } from "@studies/table";
import { STUDIES } from "@studies/registry";
import { sentenceText } from "@studies/words/words";
import { statusOf } from "~/ask.server";
import { parseHere } from "~/here";
import { pictureAnswer } from "~/pictures/picture-answer.server";
import type { Route } from "./+types/data-twin";

/** A study's answer at full precision: JSON, its main table as CSV or Parquet, or one of its pictures as SVG. */
export async function loader({ request, params }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  const { market, asOf } = parseHere(searchParams);
  const study = STUDIES.get(params.study);
  try {
    if (!study) throw new NotFound(`There is no study "${params.study}"; /data lists them.`);
    const desk = await getDesk();
    const answer = await desk.ask({ study: study.name, params: paramsFromSearch(study.params, searchParams), market, asOf });
    const name = `${study.name}-${isoDate(answer.asOf)}`;
    const as = searchParams.get("as");
    if (as === "svg") return await pictureAnswer(desk, study, answer, searchParams.get("picture"));
    if (as === "parquet") return await parquetAnswer(study.table(answer.result), `${name}.parquet`);
    if (as === "csv") {
      const { columns, rows } = study.table(answer.result);
      return new Response(
        csvText(
          columns.map((c) => c.key),
          rows,
        ),
        {
          headers: { "Content-Type": "text/csv; charset=utf-8", "Content-Disposition": `attachment; filename="${name}.csv"` },
        },
      );
    }
    const body = {
      ...answer,
      asOf: isoDate(answer.asOf),
      reading: answer.reading.map(sentenceText),
    };
    return new Response(JSON.stringify(body, plainNumbers), { headers: { "Content-Type": "application/json" } });
  } catch (error) {
    const status = statusOf(error);
    if (status === undefined) throw error;
    const { message, details } = error as Foreseen;
    return Response.json({ error: message, details }, { status });
  }
}

async function parquetAnswer({ columns, rows }: Table, name: string): Promise<Response> {
  const typed = columns.map(({ key, unit }) => ({ name: key, type: unit === "text" ? "text" : "number" }) as const);
  const stream = await writtenFile((file) => writeParquet(file, typed, rows));
  return new Response(createReadableStreamFromReadable(stream), {
    headers: { "Content-Type": PARQUET, "Content-Disposition": `attachment; filename="${name}"` },
  });
}

/** Columns as lists, NaN as null. */
function plainNumbers(_key: string, value: unknown): unknown {
  return ArrayBuffer.isView(value) ? Array.from(value as Float64Array) : value;
}
