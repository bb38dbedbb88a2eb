import { isoDate } from "@core";
import { directory } from "@studies/frame/directory";
import { askFor } from "~/ask.server";
import { calendarText } from "@server/transfer/calendar-text.server";
import type { Route } from "./+types/due-calendar";
import { deskHere, dueHere } from "./due.server";

/** What is due in the two weeks to come as an iCalendar file. */
export async function loader({ request }: Route.LoaderArgs) {
  const { market, asOf } = await askFor(request, directory, {});
  const due = await dueHere(request, market, deskHere(request, market, asOf));
  const entries = due.map(({ day, words }) => {
    const title = words.map((part) => (typeof part === "string" ? part : part.text)).join("");
    return {
      uid: `due-${market}-${isoDate(day)}-${identity(title)}@yubrin`,
      title,
      about: "Due, as it is known today.",
      from: day,
      to: day,
    };
  });
  return new Response(calendarText("What is due", entries, asOf), {
    headers: {
      "Content-Type": "text/calendar; charset=utf-8",
      "Content-Disposition": `attachment; filename="due-${isoDate(asOf)}.ics"`,
    },
  });
}

/** The same for the same words, so that a file that is taken in again doubles nothing. */
function identity(title: string): string {
  return title.replace(/[^A-Za-z0-9]+/g, "-").slice(0, 80);
}
