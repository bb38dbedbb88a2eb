import fs from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import * as core from "./index";

/* Every @example of a public function is run: `expression // => value`. */

interface Example {
  readonly file: string;
  readonly expression: string;
  readonly value: string;
}

function examplesIn(folder: string): Example[] {
  return fs.readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const place = path.join(folder, entry.name);
    if (entry.isDirectory()) return examplesIn(place);
    if (!entry.name.endsWith(".ts") || entry.name.endsWith(".test.ts")) return [];
    return [...fs.readFileSync(place, "utf8").matchAll(/@example (.+) \/\/ => (.+)/g)].map((m) => ({
      file: path.basename(place),
      expression: m[1]!,
      value: m[2]!.replace(/\s*\*\/\s*$/, ""),
    }));
  });
}

const names = Object.keys(core);
const run = (source: string): unknown =>
  // eslint-disable-next-line @typescript-eslint/no-implied-eval, @typescript-eslint/no-unsafe-call -- the examples of our own source
  new Function(...names, `return (${source});`)(...Object.values(core));

describe("examples in the documentation of core", () => {
  const examples = examplesIn(import.meta.dirname);
  it("are there for most functions", () => {
    expect(examples.length).toBeGreaterThan(25);
  });
  it.each(examples)("$file: $expression", ({ expression, value }) => {
    const result = run(expression);
    const plain = ArrayBuffer.isView(result) ? Array.from(result as Float64Array) : result;
    expect(plain).toEqual(run(value));
  });
});
