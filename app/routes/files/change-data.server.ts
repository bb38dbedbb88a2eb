import { findEpochDay } from "@core";
import { removeInstrument, removeMarket, removeSpan, undoChange } from "@server/data-changes.server";
import { editMarket } from "@server/data-edits.server";
import { getDesk } from "@server/desk-of-app.server";
import { Conflict, Invalid } from "@server/errors";
import { isImportRunning } from "@server/transfer/import-jobs.server";

/**
 * Undoes a change of the data, removes some of them, or changes a market.
 * @throws Conflict while an import runs; Invalid and NotFound for what cannot be done
 */
export async function changeData(form: FormData): Promise<void> {
  const text = (name: string) => {
    const value = form.get(name);
    return typeof value === "string" ? value.trim() : "";
  };
  if (isImportRunning()) throw new Conflict("An import is running; nothing else is changed until it has ended.");
  const { db } = await getDesk();
  switch (text("intent")) {
    case "undo":
      await undoChange(db, Number(text("change")));
      break;
    case "remove-market":
      await removeMarket(db, text("market"));
      break;
    case "remove-instrument":
      await removeInstrument(db, text("ticker"));
      break;
    case "remove-span":
      await removeSpan(db, { market: text("market"), from: dayOf(text("from")), to: dayOf(text("to")) });
      break;
    case "edit-market":
      await editMarket(db, text("market"), {
        name: text("name"),
        currency: text("currency"),
        broadIndex: text("broadIndex"),
        volatilityIndex: text("volatilityIndex"),
        calendar: text("calendar"),
      });
      break;
    default:
      throw new Invalid("That is nothing that can be done here; nothing was changed.");
  }
}

function dayOf(text: string): number {
  const day = findEpochDay(text);
  if (Number.isNaN(day)) throw new Invalid(`"${text.slice(0, 40)}" is not a date: it needs the form 2026-03-14.`);
  return day;
}
