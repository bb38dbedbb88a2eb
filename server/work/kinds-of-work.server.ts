import type { Knex } from "knex";
import { z } from "zod";
import { savedAlert } from "@studies/alerts/alert-schema";
import { savedBrief } from "@studies/briefs/brief-schema";
import { savedCall } from "@studies/calls/call-schema";
import { savedDrawing } from "@studies/drawings/drawing-schema";
import { savedList } from "@studies/lists/list-schema";
import { handTrade, savedPlan } from "@studies/plans/plan-schema";
import { listAlerts, removeAlert, saveAlert } from "../alerts.server";
import { insertBrief, insertPin, listBriefs, listPins, pinSchema, removeBrief, removePins } from "../briefs.server";
import { insertNewCalls, listCalls } from "../calls.server";
import { listAllDrawings, listDrawings, putDrawing, removeDrawing } from "../drawings.server";
import { insertItem, isSetting, listAllItems, removeAnyItem } from "../items.server";
import { listLists, removeList, saveList } from "../lists.server";
import { insertPlan, listPlans, listTrades, removePlan } from "../plans.server";
import { removeCallRow } from "../stores/calls-store.server";

/** Something that the analyst made, as it stands in a file. */
export interface KindOfWork<S extends z.ZodType = z.ZodType> {
  readonly schema: S;
  /** How one and several are called. */
  readonly words: readonly [one: string, many: string];
  /** All that there is, in the order in which it was made. */
  all(db: Knex): Promise<z.output<S>[]>;
  /** What it is the same by. */
  keyOf(body: z.output<S>): string;
  nameOf(body: z.output<S>): string;
  /** What the analyst made of it: without what is noted by itself as sessions come [all of it]. */
  madeOf?(body: z.output<S>): unknown;
  /** Under another name, where it goes by one; undefined where it stays as it is here. */
  renamed(body: z.output<S>, name: string): z.output<S> | undefined;
  insert(trx: Knex, body: z.output<S>): Promise<unknown>;
  remove(trx: Knex, body: z.output<S>): Promise<unknown>;
}

const kind = <S extends z.ZodType>(given: KindOfWork<S>): KindOfWork<S> => given;

const itemSchema = z.strictObject({
  kind: z.string().min(1).max(60),
  name: z.string().min(1).max(60),
  body: z.unknown(),
});
const drawnSchema = z.strictObject({
  market: z.string().max(20),
  subject: z.string().min(1).max(4000),
  drawing: savedDrawing,
});
const stays = () => undefined;

const MOST_LETTERS = 60;

/** A name that is not taken: as it is, or with a number behind it. */
export function freeName(name: string, isTaken: (name: string) => boolean): string {
  for (let n = 1, free = name; ; free = `${name.slice(0, MOST_LETTERS - 6)} (${++n})`) if (!isTaken(free)) return free;
}

/** What an analyst makes, in the order in which it is taken in: what others go by comes before them. */
export const KINDS_OF_WORK = {
  items: kind({
    schema: itemSchema,
    words: ["saved item", "saved items"],
    all: listAllItems,
    keyOf: (item) => `${item.kind}/${item.name}`,
    nameOf: (item) => item.name,
    renamed: (item, name) => (isSetting(item.kind) ? undefined : { ...item, name }),
    insert: insertItem,
    remove: (trx, item) => removeAnyItem(trx, item.kind, item.name),
  }),
  lists: kind({
    schema: savedList,
    words: ["list", "lists"],
    all: (db) => listLists(db),
    keyOf: (list) => list.name,
    nameOf: (list) => list.name,
    renamed: (list, name) => ({ ...list, name }),
    insert: (trx, list) => saveList(trx, JSON.stringify(list)),
    remove: (trx, list) => removeList(trx, list.name),
  }),
  alerts: kind({
    schema: savedAlert,
    words: ["alert", "alerts"],
    all: (db) => listAlerts(db),
    keyOf: (alert) => alert.name,
    nameOf: (alert) => alert.name,
    madeOf: ({ judged: _judged, events: _events, ...made }) => made,
    renamed: (alert, name) => ({ ...alert, name }),
    insert: (trx, alert) => saveAlert(trx, JSON.stringify(alert)),
    remove: (trx, alert) => removeAlert(trx, alert.name),
  }),
  drawings: kind({
    schema: drawnSchema,
    words: ["drawing", "drawings"],
    all: listAllDrawings,
    keyOf: ({ drawing }) => drawing.id,
    nameOf: ({ drawing }) => drawing.name,
    renamed: stays,
    insert: async (trx, { drawing, ...on }) => {
      const taken = new Set((await listDrawings(trx, on)).map(({ name }) => name));
      const name = freeName(drawing.name, (text) => taken.has(text));
      await putDrawing(trx, on, JSON.stringify({ ...drawing, name }));
    },
    remove: (trx, { drawing }) => removeDrawing(trx, drawing.id),
  }),
  calls: kind({
    schema: savedCall,
    words: ["call", "calls"],
    all: (db) => listCalls(db),
    keyOf: (call) => call.id,
    nameOf: (call) => `${call.subject} ${call.direction}`,
    renamed: stays,
    insert: (trx, call) => insertNewCalls(trx, [call]),
    // One that stands can leave the ledger with all that came with it, and in no other way.
    remove: (trx, call) => removeCallRow(trx, call.id),
  }),
  plans: kind({
    schema: savedPlan,
    words: ["plan", "plans"],
    all: async (db) => (await listPlans(db)).map(({ plan }) => plan),
    keyOf: (plan) => plan.id,
    nameOf: (plan) => plan.ticker,
    renamed: stays,
    insert: (trx, plan) => insertPlan(trx, "plan", JSON.stringify(plan)),
    remove: (trx, plan) => removePlan(trx, plan.id),
  }),
  trades: kind({
    schema: handTrade,
    words: ["trade", "trades"],
    all: (db) => listTrades(db),
    keyOf: (trade) => trade.id,
    nameOf: (trade) => trade.ticker,
    renamed: stays,
    insert: (trx, trade) => insertPlan(trx, "trade", JSON.stringify(trade)),
    remove: (trx, trade) => removePlan(trx, trade.id),
  }),
  briefs: kind({
    schema: savedBrief,
    words: ["brief", "briefs"],
    all: async (db) => (await listBriefs(db)).reverse().map(({ brief }) => brief),
    keyOf: (brief) => brief.id,
    nameOf: (brief) => brief.title,
    renamed: stays,
    insert: (trx, brief) => insertBrief(trx, JSON.stringify(brief)),
    remove: (trx, brief) => removeBrief(trx, brief.id),
  }),
  pins: kind({
    schema: pinSchema,
    words: ["pin", "pins"],
    all: async (db) => (await listPins(db)).map(({ pin }) => pin),
    keyOf: (pin) => JSON.stringify(pin),
    nameOf: (pin) => pin.name,
    renamed: stays,
    insert: (trx, pin) => insertPin(trx, JSON.stringify(pin)),
    remove: async (trx, pin) => {
      const own = (await listPins(trx)).filter((one) => JSON.stringify(one.pin) === JSON.stringify(pin));
      await removePins(
        trx,
        own.map((one) => one.id),
      );
    },
  }),
} as const;

export type WorkKind = keyof typeof KINDS_OF_WORK;
export const WORK_KINDS = Object.keys(KINDS_OF_WORK) as WorkKind[];
