/*
 * How many small changes of the calculations the tests notice: a fixed sample of them, one after another, each with the
 * tests that stand beside what was changed. Not part of npm test: it takes long.
 * Usage: npm run mutants -- [--seed 1] [--sample 60] [--in core,studies] [--only regime]
 */
import { spawnSync } from "node:child_process";
import fs from "node:fs";
import path from "node:path";
import { parseArgs } from "node:util";
import { seeded } from "../core/testing";

const { values } = parseArgs({
  options: {
    seed: { type: "string", default: "1" },
    sample: { type: "string", default: "60" },
    in: { type: "string", default: "core,studies" },
    only: { type: "string", default: "" },
  },
});

interface Mutant {
  readonly file: string;
  readonly line: number;
  readonly from: string;
  readonly to: string;
  readonly text: string;
}

/** What a tired hand gets wrong: a bound, a sign, a window by one, an order, one for the other. */
const CHANGES: readonly (readonly [pattern: RegExp, to: (found: string) => string])[] = [
  [/(?<=\s)>=(?=\s)/g, () => ">"],
  [/(?<=\s)<=(?=\s)/g, () => "<"],
  [/(?<=[\w)\]!] )>(?= [\w(-])/g, () => ">="],
  [/(?<=[\w)\]!] )<(?= [\w(-])/g, () => "<="],
  [/(?<=[\w)\]!] )\+(?= [\w(])/g, () => "-"],
  [/(?<=[\w)\]!] )-(?= [\w(])/g, () => "+"],
  [/(?<=[\w)\]!] )\*(?= [\w(])/g, () => "/"],
  [/(?<=[\w)\]!] )&&(?= )/g, () => "||"],
  [/(?<=[\w)\]!] )\|\|(?= )/g, () => "&&"],
  [/(?<=[\s(,[])(?:5|10|20|21|50|63|126|200|252|65|80)(?=[\s),;\]])/g, (n) => String(Number(n) + 1)],
  [/(?<=Math\.)max/g, () => "min"],
  [/(?<=Math\.)min/g, () => "max"],
  [/\.slice\(0, /g, () => ".slice(1, "],
  [/(?<==== )"(?:up|down|stock|index)"/g, () => '"other"'],
];

function mutantsOf(file: string): Mutant[] {
  const found: Mutant[] = [];
  let comment = false;
  fs.readFileSync(file, "utf8")
    .split("\n")
    .forEach((text, k) => {
      const start = text.trim();
      if (start.startsWith("/*")) comment = true;
      const skip =
        comment ||
        /^(\/\/|import|export type|type |\}? ?from )|throw new|requireWindow|about:|describe\(|label:|name: "/.test(start);
      if (start.endsWith("*/")) comment = false;
      if (skip) return;
      for (const [pattern, to] of CHANGES)
        for (const match of text.matchAll(pattern)) {
          // Not within a text.
          if ((text.slice(0, match.index).match(/["'`]/g) ?? []).length % 2 === 1) continue;
          const changed = text.slice(0, match.index) + to(match[0]) + text.slice(match.index + match[0].length);
          found.push({ file, line: k + 1, from: text, to: changed, text: `${match[0]} -> ${to(match[0])}` });
        }
    });
  return found;
}

function sourcesIn(folder: string): string[] {
  return fs
    .readdirSync(folder, { recursive: true, encoding: "utf8" })
    .map((name) => path.join(folder, name))
    .filter((file) => file.endsWith(".ts") && !/\.test\.ts$|testing|index\.ts$|registry|words\.ts$/.test(file));
}

/**
 * Tests beside what was changed; of studies, where those notice nothing, all of them and the recomputations on the server, and
 * last whether any answer is another one.
 */
function testsFor(file: string): string[][] {
  const beside = [path.dirname(file)];
  return file.startsWith("studies/") ? [beside, ["studies", "server/recompute"], ["server/answers"]] : [beside];
}

/** Of a study's stages the last. */
const LAST = 2;

/** Whether the tests fail. */
function isNoticed(tests: readonly string[]): boolean {
  const { status } = spawnSync("node_modules/.bin/vitest", ["run", "--bail=1", "--passWithNoTests", "--reporter=dot", ...tests], {
    timeout: 240_000,
    stdio: "ignore",
  });
  return status !== 0;
}

const random = seeded(Number(values.seed));
const all = values.in
  .split(",")
  .flatMap(sourcesIn)
  .filter((file) => file.includes(values.only))
  .flatMap(mutantsOf);
const order = all.map((mutant) => ({ mutant, at: random() })).sort((a, b) => a.at - b.at);
const sample = order.slice(0, Number(values.sample)).map((o) => o.mutant);
console.log(`${all.length} changes are possible; ${sample.length} are tried (seed ${values.seed}).`);
let killed = 0;
let byAnswersAlone = 0;
const originals = new Map<string, string>();
const restore = () => {
  for (const [file, text] of originals) fs.writeFileSync(file, text);
};
process.on("SIGINT", () => {
  restore();
  process.exit(1);
});
for (const { file, line, to, text } of sample) {
  const original = fs.readFileSync(file, "utf8");
  originals.set(file, original);
  const lines = original.split("\n");
  lines[line - 1] = to;
  fs.writeFileSync(file, lines.join("\n"));
  const stage = testsFor(file).findIndex(isNoticed);
  fs.writeFileSync(file, original);
  originals.delete(file);
  if (stage >= 0) killed++;
  if (stage === LAST) byAnswersAlone++;
  if (stage !== 0) console.log(`${stage < 0 ? "survived " : "late     "} ${file}:${line}  ${text}  ${to.trim()}`);
}
if (byAnswersAlone > 0) console.log(`${byAnswersAlone} were noticed only because an answer is another one.`);
console.log(`${killed} of ${sample.length} were noticed (${Math.round((100 * killed) / Math.max(1, sample.length))}%).`);
