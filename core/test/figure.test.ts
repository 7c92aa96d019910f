import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { drawFigure } from "../src/graph/figure/figure-svg.ts";
import { answered, blockOf } from "./oracle.ts";

const figure = (...lines: readonly string[]) => {
  const report = answered(...lines);
  if (report.answer?.kind !== "figure") throw new Error(report.error?.message ?? "no figure");
  expect(report.verdict).toBe("nailed");
  const { picture } = blockOf(report, "figure");
  expect(drawFigure(picture)).not.toMatch(/NaN|Infinity|undefined/);
  return { ...report.answer, picture };
};
const measured = (...lines: readonly string[]) => Object.fromEntries(figure(...lines).measures.map(({ text, value }) => [text, value.text]));

describe("what is measured in a figure", () => {
  it("is exact", () => {
    expect(measured("figure point A = (0, 0), point B = (4, 0), point C = (0, 3), polygon A B C, angle B A C, angle A B C, segment B C")).toEqual({
      "area(A, B, C)": "6",
      "perimeter(A, B, C)": "12",
      "angle(B, A, C)": "pi/2",
      "angle(A, B, C)": "arccos(4/5)",
      "distance(B, C)": "5",
    });
    expect(measured("figure point P = (0, 0), point Q = (1, sqrt(3)), point R = (2, 0), angle Q P R, length PQ")).toEqual({
      "angle(Q, P, R)": "pi/3",
      "distance(P, Q)": "2",
    });
  });

  it("agrees with doubles for any triangle", () => {
    const coordinate = fc.integer({ min: -9, max: 9 });
    fc.assert(
      fc.property(fc.tuple(coordinate, coordinate, coordinate, coordinate, coordinate, coordinate), ([ax, ay, bx, by, cx, cy]) => {
        fc.pre((ax !== bx || ay !== by) && (bx !== cx || by !== cy));
        const { measures } = figure(`figure point A = (${ax}, ${ay}), point B = (${bx}, ${by}), point C = (${cx}, ${cy}), polygon A B C, angle A B C`);
        const value = (text: string): number => Number(measures.find((one) => one.text.startsWith(text))?.shown.re);
        expect(value("area")).toBeCloseTo(Math.abs((bx - ax) * (cy - ay) - (cx - ax) * (by - ay)) / 2, 9);
        expect(value("perimeter")).toBeCloseTo(Math.hypot(bx - ax, by - ay) + Math.hypot(cx - bx, cy - by) + Math.hypot(ax - cx, ay - cy), 9);
        const turn = Math.atan2(ay - by, ax - bx) - Math.atan2(cy - by, cx - bx);
        expect(value("angle")).toBeCloseTo(Math.abs(Math.atan2(Math.sin(turn), Math.cos(turn))), 9);
      }),
      { numRuns: 25 },
    );
  });

  it("can be used in lines, and answers go back into the figure", () => {
    const lines = ["given x in [0, 10]", "figure point A = (0, 3), point B = (10, 2), point P = (x, 0), segment A P, segment P B"];
    const best = answered(...lines, "minimise distance(A, P) + distance(P, B) over x in [0, 10]").answer;
    expect(best?.kind === "optimum" && best.points[0]).toMatchObject({ values: { x: { text: "6" } }, value: { text: "5 sqrt(5)" }, global: true });
    expect(answered("figure point A = (0, 0), point B = (3, 4), segment A B", "evaluate perimeter(A, B, (3, 0))").answer).toMatchObject({
      value: { text: "12" },
    });
    const area = answered("given h > 0", "figure point A = (0, 0), point B = (4, 0), point C = (2, h), polygon A B C", "solve area(A, B, C) = 10 for h");
    expect(area.answer).toMatchObject({ solutions: [{ values: { h: { text: "5" } } }] });
    const back = figure("solve 2h = 10 for h", "figure point A = (0, 0), point B = (0, h), segment A B with (1)");
    expect(back.picture.parts).toContainEqual({ kind: "point", name: "B", at: [0, 5], drag: { y: "h" } });
    expect(back.measures[0]?.shown.text).toBe("5");
  });

  it("leaves the author's own names alone", () => {
    expect(answered("let area = 3", "figure point A = (0, 0)", "evaluate area + 1").answer).toMatchObject({ value: { text: "4" } });
  });
});

describe("degenerate figures", () => {
  test.each<[string, string]>([
    ["figure point A = (0, 0), point B = (1, 1), point C = (3, 3), polygon A B C", "the corners of ABC lie on one line"],
    ["figure point A = (1, 2), point B = (1, 2), segment A B", "A and B coincide"],
    ["figure point A = (0, 0), point B = (1, 1), point C = (1, 0), point D = (0, 1), polygon A B C D", "sides of ABCD cross each other"],
  ])("%s: %s", (line, note) => expect(figure(line).notes).toContain(note));

  it("are not found in a plain square", () => {
    expect(figure("figure point A = (0, 0), point B = (1, 0), point C = (1, 1), point D = (0, 1), polygon A B C D").notes).toEqual([]);
  });
});

describe("the drawing", () => {
  it("has points that can be dragged where a coordinate is free, and a square at right angles", () => {
    const { picture } = figure("given t in [0, 4]", "figure point A = (t, 0), point B = (0, 0), point C = (0, 2), angle A B C, force W at A = (0, -3)");
    expect(picture.sliders).toEqual([{ name: "t", value: 1, from: 0, to: 4 }]);
    expect(picture.parts.find((part) => part.kind === "angle")).toMatchObject({ right: true });
    const svg = drawFigure(picture);
    expect(svg).toContain('data-point="A"');
    expect(picture.description).toMatch(/Figure with 3 points, a? ?angle.*where t = 1/);
  });

  test.each<[string, RegExp]>([
    ["figure point A = (0, 0), segment A C", /there is no point C yet/],
    ["figure point A = 3", /two coordinates/],
    ["figure square A", /a part of the figure was expected/],
    ["figure point A = (0, 0), polygon A", /at least 3 points/],
    ["figure point A = (i, 0)", /a place in a figure is a real number/],
    ["figure point A = (0, 0), label A pier", /in quotes/],
  ])("%s is refused: %s", (line, message) => expect(answered(line).error?.message).toMatch(message));
});
