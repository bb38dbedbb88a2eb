import { z } from "zod";
import { answeredPart } from "@server/briefs/answered-part.server";
import { parsedJson } from "@server/parsed-json.server";
import { briefPart, isLive, savedBrief } from "@studies/briefs/brief-schema";
import { foreseen, formOf, openDesk } from "~/ask.server";
import type { Route } from "./+types/answer-part";

const asked = z.strictObject({
  part: briefPart,
  market: savedBrief.shape.market,
  asOf: savedBrief.shape.asOf,
  /** Epoch day of the session that it is set against. */
  against: savedBrief.shape.asOf.optional(),
});

/** The answer of one part of a brief, as it is written: it need not be saved yet. */
export async function action({ request }: Route.ActionArgs): Promise<Response> {
  const sent = (await formOf(request)).get("asked");
  const text = typeof sent === "string" ? sent : "";
  const answer = await foreseen(async () => {
    const { part, market, asOf, against } = parsedJson(text, asked, "This cannot be asked.");
    return isLive(part) ? answeredPart(await openDesk(), part, { market, asOf }, against) : { id: part.id };
  });
  // A number that is not known is null, as in what is frozen.
  return Response.json(answer);
}
