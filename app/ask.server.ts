import { data } from "react-router";
import { getDesk } from "@server/desk-of-app.server";
import { Conflict, Invalid, NotFound, Unavailable, type Foreseen } from "@server/errors";
import { paramsFromSearch } from "@server/ask/params-from-search";
import type { Answer, Desk } from "@server/ask/desk.server";
import type { JobState } from "@server/jobs/job";
import type { Study } from "@studies/define-study";
import type { z } from "zod";
import { parseHere } from "./here";

/** What an error boundary shows of an error that was foreseen. */
export interface ErrorShown {
  readonly message: string;
  readonly details: readonly string[];
}

/** The desk that the application asks. */
export function openDesk(): Promise<Desk> {
  return foreseen(getDesk);
}

/** The fields of a form; what is no form at all has none of them. */
export async function formOf(request: Request): Promise<FormData> {
  try {
    return await request.formData();
  } catch {
    return foreseen(() => Promise.reject(new Invalid("What was sent is not a form that can be read; nothing was changed.")));
  }
}

const givingWay = new WeakSet<Request>();

/** What is asked for a request from now on gives way to what pages wait for. */
export function letGiveWay(request: Request): void {
  givingWay.add(request);
}

/** Asks a study with the market, as-of date and parameters of a request's address, some of them given otherwise. */
export async function askFor<S extends z.ZodObject, R>(
  request: Request,
  study: Study<S, R>,
  params?: z.input<S>,
): Promise<Answer<Exclude<R, undefined>>> {
  const search = new URL(request.url).searchParams;
  const { market, asOf } = parseHere(search);
  return foreseen(async () => {
    const desk = await getDesk();
    const answer = await desk.ask<Exclude<R, undefined>>({
      study: study.name,
      params: params ?? paramsFromSearch(study.params, search),
      ...{ market, asOf },
      givesWay: givingWay.has(request),
    });
    if (answer.result === undefined) throw new NotFound(NO_INSTRUMENT);
    return answer;
  });
}

/** As `askFor`, of another market where one is named; undefined where there is no answer as of that date. */
export async function findFor<S extends z.ZodObject, R>(
  request: Request,
  study: Study<S, R>,
  params: z.input<S>,
  of?: string,
): Promise<Answer<Exclude<R, undefined>> | undefined> {
  const { market, asOf } = parseHere(new URL(request.url).searchParams);
  const desk = await getDesk();
  try {
    const givesWay = givingWay.has(request);
    const answer = await desk.ask<R>({ study: study.name, params, market: of ?? market, asOf, givesWay });
    return answer.result === undefined ? undefined : (answer as Answer<Exclude<R, undefined>>);
  } catch (error) {
    if (error instanceof NotFound || error instanceof Invalid) return undefined;
    throw error;
  }
}

/** Asks a long study: its answer where it is at hand, else the job that works on it. */
export async function askLongFor<S extends z.ZodObject, R>(
  request: Request,
  study: Study<S, R>,
  params: z.input<S>,
): Promise<{ readonly answer: Answer<Exclude<R, undefined>> } | { readonly job: JobState }> {
  const { market, asOf } = parseHere(new URL(request.url).searchParams);
  return foreseen(async () => {
    const said = await (await getDesk()).askLong<R>({ study: study.name, params, market, asOf });
    if ("job" in said) return said;
    if (said.answer.result === undefined) throw new NotFound(NO_INSTRUMENT);
    return { answer: said.answer as Answer<Exclude<R, undefined>> };
  });
}

const NO_INSTRUMENT = "There is no such instrument on this date in this market.";

/** The HTTP status of an error that was foreseen; undefined for a fault. */
export function statusOf(error: unknown): number | undefined {
  if (error instanceof NotFound) return 404;
  if (error instanceof Invalid) return 400;
  if (error instanceof Conflict) return 409;
  return error instanceof Unavailable ? 503 : undefined;
}

/** The one place where errors of the server become responses. */
export async function foreseen<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    const status = statusOf(error);
    if (status === undefined) throw error;
    const { message, details } = error as Foreseen;
    const shown: ErrorShown = { message, details };
    // eslint-disable-next-line @typescript-eslint/only-throw-error -- the router's way to answer with a status
    throw data(shown, { status });
  }
}
