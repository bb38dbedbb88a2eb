import { isoDate } from "@core";
import { csvText } from "@server/transfer/csv-text";
import { plans } from "@studies/plans/plans";
import { plansHere } from "../plans-here.server";
import type { Route } from "./+types/journal-file";

/** The journal as a CSV file: every position, open ones first. */
export async function loader({ request }: Route.LoaderArgs) {
  const { answer } = await plansHere(request);
  const { columns, rows } = plans.table(answer.result);
  return new Response(
    csvText(
      columns.map((c) => c.key),
      rows,
    ),
    {
      headers: {
        "Content-Type": "text/csv; charset=utf-8",
        "Content-Disposition": `attachment; filename="journal-${isoDate(answer.asOf)}.csv"`,
      },
    },
  );
}
