import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { drawPgf } from "../src/graph/pgf.ts";
import type { Picture, PictureCurve } from "../src/graph/picture.ts";
import { drawSvg } from "../src/graph/svg.ts";
import { illustratedReport } from "../src/instruction/report.ts";
import { runWorking } from "../src/instruction/working.ts";
import { answered, blockOf } from "./oracle.ts";

const drawn = (...lines: readonly string[]): Picture => blockOf(answered(...lines), "graph").picture;
/** Where an arrow begins and ends, to six places. */
const ends = ({ pieces: [piece = []] }: PictureCurve) => [piece[0], piece.at(-1)].map((at) => at?.map((x) => Number(x.toFixed(6)) + 0));
const evidence = (...lines: readonly string[]): Picture | undefined => {
  const line = runWorking(lines).lines.at(-1);
  return line && illustratedReport(line).picture;
};

const part = fc.integer({ min: -9, max: 9 });
const imaginary = part.filter((b) => b !== 0);

describe("complex numbers in their plane", () => {
  it("are arrows from 0, and a sum is drawn head to tail", () =>
    fc.assert(
      fc.property(part, imaginary, part, imaginary, (a, b, c, d) => {
        fc.pre(a !== 0 && c !== 0 && (a + c !== 0 || b + d !== 0));
        const { curves, window, xLabel, yLabel } = drawn(`let z = ${a} + ${b}*i`, `let w = ${c} + ${d}*i`, "graph z + w");
        expect(curves.map(({ label }) => label)).toEqual(["z", "w", "z + w"]);
        expect(curves.map(ends)).toEqual([
          [[0, 0], [a, b]],
          [[a, b], [a + c, b + d]],
          [[0, 0], [a + c, b + d]],
        ]); // biome-ignore format: points stand in rows
        expect([xLabel, yLabel]).toEqual(["Re", "Im"]);
        for (const [x = 0, y = 0] of [
          [0, 0],
          [a, b],
          [a + c, b + d],
        ]) {
          expect(x >= window.xMin && x <= window.xMax && y >= window.yMin && y <= window.yMax).toBe(true);
        }
      }),
      { numRuns: 30 },
    ));

  test.each<[string, readonly (readonly [string, readonly [number, number]])[]]>([
    ["graph 3 + 4i", [["3 + 4i", [3, 4]]]],
    [
      "graph 2 e^(i pi/3), -1",
      [
        ["2 e^(i π/3)", [1, 1.732051]],
        ["−1", [-1, 0]],
      ],
    ],
    [
      "graph (1 + i)^2 - 3i",
      [
        ["(1 + i)²", [0, 2]],
        ["−3i", [0, -1]],
        ["(1 + i)² − 3i", [0, -1]],
      ],
    ],
    ["graph sqrt(2i)", [["√(2i)", [1, 1]]]],
  ])("%s ends at %j", (line, expected) => {
    const { curves } = drawn(line);
    expect(curves.map((curve) => ends(curve)[1])).toEqual(expected.map(([, at]) => at));
  });

  it("are drawn on paper with their heads", () => {
    const picture = drawn("graph 3 + 4i, 2 - 3i");
    expect(drawSvg(picture).match(/<path d="M-6 -4.4L5 0L-6 4.4Z"/g)?.length).toBe(2);
    expect(drawPgf(picture).match(/-stealth/g)?.length).toBe(2);
  });

  it("are a path where a name runs", () => {
    const { curves, marks } = drawn("graph 2 e^(i t) for t from 0 to pi");
    expect(curves.map(({ pieces }) => pieces.length)).toEqual([1]);
    expect(marks.map(({ label }) => label)).toContain("(0, 2)");
  });

  it("stand beside an answer that is not real, and not beside one that is", () => {
    expect(evidence("solve z^3 = 8 over complex")?.curves.map(ends).map(([, at]) => at)).toEqual([[2, 0], [-1, 1.732051], [-1, -1.732051]]); // biome-ignore format: points stand in a row
    expect(evidence("evaluate (3 + 4i)(1 - 2i)")?.curves.map(ends)).toEqual([[[0, 0], [11, -2]]]); // biome-ignore format: points stand in a row
    expect(evidence("evaluate (1 + i)(1 - i)")).toBeUndefined();
  });

  test.each([
    ["graph 3 + 4i, y = x^2", "y = x² is no number"],
    ["graph 3 + a i", "say where a begins and ends"],
  ])("%s is refused: %s", (line, message) => expect(answered("let a", line).error?.message ?? "").toContain(message));
});

describe("an angle on the unit circle", () => {
  it("has its arm at cosine and sine, exactly", () =>
    fc.assert(
      fc.property(fc.integer({ min: -30, max: 30 }), (k) => {
        const report = answered(`graph angle ${k} pi/12`);
        const { curves, marks } = blockOf(report, "graph").picture;
        const angle = (k * Math.PI) / 12;
        expect(report.verdict).toBe("nailed");
        expect(report.checks[0]?.detail).toContain("each of the 1 points was put back");
        expect(marks.map(({ at: [x, y] }) => [x, y])).toEqual([[expect.closeTo(Math.cos(angle), 9), expect.closeTo(Math.sin(angle), 9)]]);
        // The arc turns from the positive axis as far as the arm.
        const way = curves[0]?.bars?.at(-1) ?? [];
        const [x, y] = way.at(-1) ?? [0, 0];
        expect(Math.atan2(y, x)).toBeCloseTo(Math.atan2(Math.sin(angle), Math.cos(angle)), 6);
      }),
      { numRuns: 40 },
    ));

  it("is drawn where a ratio and its place give it, and stands beside what is found with it", () => {
    const given = "given A in (pi, 3pi/2) with cos A = -5/13";
    expect(drawn(given, "graph angle A").marks.map(({ label }) => label)).toEqual(["(−5/13, −12/13)"]);
    expect(evidence(given, "evaluate sin(2A)")?.curves.map(({ label }) => label)).toEqual(["angle A"]);
    expect(evidence(given, "evaluate 3^2")).toBeUndefined();
  });

  it("needs a number", () => expect(answered("let B", "graph angle B").error?.message).toContain("B has no value"));
});
