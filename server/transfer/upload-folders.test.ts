import fs from "node:fs";
import { afterEach, describe, expect, it } from "vitest";
import { makeUploadFolder, removeUploadFolder, sweepUploads } from "./upload-folders.server";

describe("folders of uploads", () => {
  const made: string[] = [];
  afterEach(() => {
    for (const folder of made.splice(0)) removeUploadFolder(folder);
  });
  const make = () => {
    const folder = makeUploadFolder();
    made.push(folder);
    fs.writeFileSync(`${folder}/0`, "ticker,date,close\n");
    return folder;
  };
  it("that a killed run left are swept at a start, those of one that works are left", () => {
    const [old, fresh] = [make(), make()];
    const hours = (n: number) => new Date(Date.now() - n * 3_600_000);
    fs.utimesSync(old, hours(2), hours(2));
    sweepUploads();
    expect([fs.existsSync(old), fs.existsSync(fresh)]).toEqual([false, true]);
    sweepUploads(Date.now() + 2 * 3_600_000);
    expect(fs.existsSync(fresh)).toBe(false);
  });
  it("are each their own, and may be removed twice", () => {
    const [a, b] = [make(), make()];
    expect(a).not.toBe(b);
    removeUploadFolder(a);
    removeUploadFolder(a);
    expect([fs.existsSync(a), fs.existsSync(b)]).toEqual([false, true]);
  });
});
