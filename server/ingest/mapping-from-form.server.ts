import { z } from "zod";
import { Invalid } from "../errors";
import { ROLES, type Role } from "./column-roles";
import { mappingSchema, type Mapping } from "./mapping";

/**
 * A mapping with what a form says in the place of what it was.
 * @throws Invalid for what a mapping does not have
 */
export function mappingFromForm(form: FormData, was: Mapping): Mapping {
  const text = (name: string) => {
    const value = form.get(name);
    return typeof value === "string" ? value.trim() : undefined;
  };
  const roles: Role[] = was.roles.map((role, k) => ROLES.find((own) => own === text(`role-${k}`)) ?? role);
  const chosen = text("market");
  // A code of one's own is asked for beside the markets that are there.
  const market = chosen === "new" ? text("code") || "NEW" : chosen;
  const given = {
    holds: text("holds"),
    headerRows: text("headerRows") === undefined ? undefined : Number(text("headerRows")),
    dates: text("dates") === "" ? null : text("dates"),
    decimal: text("decimal") === "" ? null : text("decimal"),
    adjust: text("adjustable") === undefined ? undefined : text("adjust") === "on",
    market,
    marketName: text("marketName"),
    currency: text("currency"),
    kind: text("kind"),
    groupKind: text("groupKind"),
    before: text("before"),
    after: text("after"),
  };
  const said = Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined));
  const parsed = mappingSchema.safeParse({ ...was, ...said, roles: once(roles, was.roles) });
  if (!parsed.success) throw new Invalid("That cannot be chosen.", z.prettifyError(parsed.error).split("\n"));
  return parsed.data;
}

/** A role that one column takes is taken from the one that had it. */
function once(roles: readonly Role[], was: readonly Role[]): Role[] {
  const shared: readonly Role[] = ["nothing", "group", "closes-of"];
  return roles.map((role, k) => {
    const isTaken = roles.some((other, j) => j !== k && other === role && was[j] !== role);
    return !shared.includes(role) && was[k] === role && isTaken ? "nothing" : role;
  });
}
