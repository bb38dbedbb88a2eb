import fs from "node:fs";
import path from "node:path";
import { expect, it } from "vitest";

/*
 * What a screen's parts take at run time comes to the browser: the calculation does not. A part imports a file of the core by its own
 * path, never the core as a whole, and of a study its words and columns, never the study.
 */

const ROOT = path.resolve(import.meta.dirname, "..");
const PLACES = { "@core": "core/index.ts", "@core/": "core/", "@studies/": "studies/", "~/": "app/" };

/** The file that an import of ours names; undefined for a package. */
function fileOf(specifier: string, from: string): string | undefined {
  if (specifier === "@core") return PLACES["@core"];
  const place = (["@core/", "@studies/", "~/"] as const).find((own) => specifier.startsWith(own));
  const stem = place
    ? PLACES[place] + specifier.slice(place.length)
    : specifier.startsWith(".")
      ? path.join(path.dirname(from), specifier)
      : undefined;
  if (stem === undefined) return undefined;
  return ["", ".ts", ".tsx", "/index.ts"]
    .map((end) => stem + end)
    .find((file) => fs.statSync(path.join(ROOT, file), { throwIfNoEntry: false })?.isFile());
}

/** Files that one takes at run time: imports of types alone are not among them. */
function takenBy(file: string): string[] {
  const text = fs.readFileSync(path.join(ROOT, file), "utf8");
  const statements = text.matchAll(/^(?:import|export)\s+(?!type\s)([^;]*?)\s*from\s+"([^"]+)";/gms);
  return [...statements].flatMap(([, names, specifier]) => {
    const named = /^\{(.*)\}$/s
      .exec(names!)?.[1]
      ?.split(",")
      .filter((name) => name.trim() !== "");
    if (named?.every((name) => name.trim().startsWith("type "))) return [];
    const found = fileOf(specifier!, file);
    return found === undefined || found.includes(".server.") ? [] : [found];
  });
}

it("no part of a screen takes the core as a whole, or a study, to the browser", () => {
  const parts = fs
    .readdirSync(path.join(ROOT, "app"), { recursive: true, encoding: "utf8" })
    .map((name) => `app/${name.replaceAll(path.sep, "/")}`)
    // Loaders and actions are taken out of routes where they are built for the browser.
    .filter((file) => file.endsWith(".tsx") && !/\.server\.|\.test\.|\/route\.tsx$|entry|\/export\//.test(file));
  expect(parts.length).toBeGreaterThan(200);
  const cameFrom = new Map<string, string>();
  const open = [...parts];
  for (let file = open.pop(); file !== undefined; file = open.pop())
    for (const taken of takenBy(file))
      if (!cameFrom.has(taken)) {
        cameFrom.set(taken, file);
        open.push(taken);
      }
  const wayTo = (file: string): string =>
    cameFrom.has(file) && !parts.includes(file) ? `${file} < ${wayTo(cameFrom.get(file)!)}` : file;
  const isStudy = (file: string) =>
    file.startsWith("studies/") && /\bdefineStudy\(\{/.test(fs.readFileSync(path.join(ROOT, file), "utf8"));
  const wrong = [...cameFrom.keys()].filter((file) => file === "core/index.ts" || isStudy(file));
  expect(wrong.map(wayTo)).toEqual([]);
});
