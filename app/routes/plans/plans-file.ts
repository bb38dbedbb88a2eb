import { exportPlans } from "@server/plans.server";
import { openDesk } from "~/ask.server";

/** All plans and the trades that were entered by hand as one file. */
export async function loader() {
  return new Response(await exportPlans((await openDesk()).db), {
    headers: {
      "Content-Type": "application/json; charset=utf-8",
      "Content-Disposition": `attachment; filename="plans.json"`,
    },
  });
}
