import { z } from "zod";
import { STUDIES } from "@studies/registry";

/** Lists the studies with the schemas of their parameters. */
export function loader() {
  return Response.json({
    studies: [...STUDIES.values()].map((study) => ({
      name: study.name,
      about: study.about,
      href: `/data/${study.name}`,
      params: z.toJSONSchema(study.params, { io: "input" }),
    })),
    common: {
      asof: "YYYY-MM-DD, the latest session without",
      market: "code of the market, the first without",
      as: "json (full precision), csv or parquet (the main table), or svg (a picture: which, by its key in `picture`)",
    },
  });
}
