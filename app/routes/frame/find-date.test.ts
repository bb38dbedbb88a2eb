import { describe, expect, it } from "vitest";
import { epochDay } from "@core";
import { findDate } from "./find-date";

describe("a date as it is typed", () => {
  it.each([
    ["14 mar 2020", "2020-03-14"],
    ["14 March 2020", "2020-03-14"],
    ["Mar 14, 2020", "2020-03-14"],
    [" 2020-03-14 ", "2020-03-14"],
    ["14.3.2020", "2020-03-14"],
    ["3/4/2020", "2020-04-03"],
    ["march 2020", "2020-03-01"],
    ["2020", "2020-01-01"],
    ["29 feb 2024", "2024-02-29"],
  ])("%s", (text, iso) => {
    expect(findDate(text)).toBe(epochDay(iso));
  });
  it.each(["", "14", "ship", "31 feb 2024", "14 mar", "0001", "99 mar 2020", "2020-13-01", "a".repeat(5000)])(
    "%s is none",
    (text) => {
      expect(findDate(text)).toBeUndefined();
    },
  );
});
