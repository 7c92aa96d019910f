import { surfaceCurve } from "../src/graph/items/surface.ts";
import { picture } from "../src/graph/picture.ts";
import { plot } from "../src/graph/plot.ts";
import type { Position } from "../src/graph/scene.ts";
import { drawSvg } from "../src/graph/svg.ts";
import { elaborate } from "../src/notation/elaborate.ts";
import { parse } from "../src/notation/parse.ts";
import { secondsOf } from "./measure.ts";

declare const document: { readonly body: { innerHTML: string } };
declare const window: { graphBench?: () => readonly (readonly [string, number, number])[] };

const POINTS = 600;
const functions: readonly ((x: number) => number)[] = [(x) => Math.sin(3 * x), (x) => (x * x) / 8 - 1, (x) => Math.exp(-x * x)];

/** Three curves of 600 points each, and a surface of 60 by 60, redrawn in a page: name, seconds, seconds of the browser's own part. */
window.graphBench = () => {
  const read = (source: string) => elaborate(parse(source));
  const scene = plot(
    ["sin(3x)", "x^2/8 - 1", "e^(-x^2)"].map((label) => ({ kind: "function", label, expression: read(label) })),
    { variable: "x", vertical: "y", x: { from: -6, to: 6 } },
  );
  const shown = picture(scene);
  const curves = shown.curves.map((curve, k) => ({
    ...curve,
    pieces: [Array.from({ length: POINTS }, (_, n): Position => [-6 + (12 * n) / (POINTS - 1), functions[k]?.(-6 + (12 * n) / (POINTS - 1)) ?? 0])],
  }));
  let step = 0;
  const moving = (): string => {
    step = (step + 1) % 50;
    const { window: shownAt } = shown;
    return drawSvg({ ...shown, curves, window: { ...shownAt, xMin: shownAt.xMin + step / 50, xMax: shownAt.xMax + step / 50 } });
  };
  const still = moving();
  const square = { xMin: -2, xMax: 2, yMin: -2, yMax: 2 };
  const net = surfaceCurve({ label: "z", expression: read("x^2 - y^2"), where: undefined, cuts: [] }, ["x", "y"], square, 60);
  const surface = picture({ window: square, variable: "x", vertical: "y", curves: [net], marks: [] });
  const turning = (): string => {
    step = (step + 1) % 50;
    return drawSvg(surface, undefined, { around: 20 + step, above: 25, moving: true });
  };
  const turned = turning();
  const put = (svg: string): void => {
    document.body.innerHTML = svg;
  };
  return [
    ["three curves of 600 points redrawn in Chromium", secondsOf(() => put(moving())), secondsOf(() => put(still))],
    ["a surface of 60 by 60 turned in Chromium", secondsOf(() => put(turning())), secondsOf(() => put(turned))],
  ];
};
