import { readFileSync } from "node:fs";
import { describe, expect, it, test } from "vitest";
import { COMPLETENESS_WAYS } from "../../src/check/completeness/completeness.ts";
import { EQUIVALENCE_WAYS } from "../../src/check/equivalent/ways.ts";
import { SYSTEM_WAYS } from "../../src/check/system/count.ts";

const AUDIT = readFileSync(new URL("../../../docs/soundness.md", import.meta.url), "utf8");
/** The cells of the tables, row by row. */
const ROWS = AUDIT.split("\n")
  .filter((line) => line.startsWith("|"))
  .map((line) => line.split("|").map((cell) => cell.trim()));

describe("docs/soundness.md", () => {
  test.each([...EQUIVALENCE_WAYS, ...COMPLETENESS_WAYS, ...SYSTEM_WAYS].map((way) => [way.name, way] as const))(
    "lists %s with its theorem and source",
    (name, { theorem, source }) => {
      expect(ROWS.some((cells) => [name, theorem, source].every((text) => cells.includes(text)))).toBe(true);
    },
  );

  it("lists the ways in the order in which they are tried", () => {
    for (const ways of [EQUIVALENCE_WAYS, COMPLETENESS_WAYS, SYSTEM_WAYS]) {
      let after = -1;
      for (const { name, theorem } of ways) {
        const place = ROWS.findIndex((cells, k) => k > after && cells.includes(name) && cells.includes(theorem));
        expect(place, `${name} stands where it is tried`).toBeGreaterThan(after);
        after = place;
      }
    }
  });
});
