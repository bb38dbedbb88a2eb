import type { RequestHandler } from "express";

interface Renamed {
  /** Paths on which it is renamed, with and without the suffix of a single fetch. */
  readonly path: RegExp;
  readonly param: string;
  readonly from: RegExp;
  readonly to: string;
}

const RENAMED: readonly Renamed[] = [
  { path: /^\/breadth/, param: "of", from: /^tide$/, to: "pressure" },
  { path: /^\/data\/followed/, param: "reading", from: /^tide$/, to: "pressure" },
  ...["up", "down"].map((param) => ({
    path: /^\/data\/own-timing/,
    param,
    from: /("measure"\s*:\s*)"tide"/g,
    to: '$1"pressure"',
  })),
  ...["sort", "order"].map((param) => ({ path: /^\/groups/, param, from: /^(-?)blend$/, to: "$1combined" })),
  { path: /^\/rotation/, param: "sort", from: /^(-?)distance$/, to: "$1hub" },
  { path: /^\/rotation/, param: "sort", from: /^(-?)speed$/, to: "$1step" },
];

/** The address by its present words where one of its words has been renamed, undefined where none has. */
export function renamedAddress(address: string): string | undefined {
  const url = new URL(address, "http://here");
  let isRenamed = false;
  for (const { path, param, from, to } of RENAMED) {
    const value = url.searchParams.get(param);
    if (value === null || !path.test(url.pathname)) continue;
    const next = value.replace(from, to);
    if (next === value) continue;
    url.searchParams.set(param, next);
    isRenamed = true;
  }
  return isRenamed ? url.pathname + url.search : undefined;
}

/** Links that were shared before a word was renamed lead where they did. */
export const toPresentWords: RequestHandler = (request, response, next) => {
  const address = request.method === "GET" ? renamedAddress(request.originalUrl) : undefined;
  if (address === undefined) next();
  else response.redirect(301, address);
};
