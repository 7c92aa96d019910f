import { compile } from "../src/expression/double-value.ts";
import type { Expression } from "../src/expression/expression.ts";
import { inDoubles } from "../src/graph/items/function.ts";
import type { GraphItem } from "../src/graph/items/item.ts";
import { surfaceCurve } from "../src/graph/items/surface.ts";
import { picture } from "../src/graph/picture.ts";
import { plot } from "../src/graph/plot.ts";
import { sample } from "../src/graph/sampling.ts";
import { drawSvg } from "../src/graph/svg.ts";
import { elaborate } from "../src/notation/elaborate.ts";
import { parse } from "../src/notation/parse.ts";
import type { Entry } from "./measure.ts";

const read = (source: string): Expression => elaborate(parse(source));
const functionItem = (source: string): GraphItem => ({ kind: "function", label: source, expression: read(source) });
const plane = { variable: "x", vertical: "y" };
const three = plot(["sin(3x)", "x^2/8 - 1", "e^(-x^2)"].map(functionItem), { ...plane, x: { from: -6, to: 6 } });
const drawn = picture(three);
const wave = compile(read("sin(3x) + x^2/8"), ["x"]);
const xs = Float64Array.from({ length: 2000 }, (_, k) => -6 + (12 * k) / 2000);
const evaluations = (): unknown => xs.map((x) => wave(x));
const against = "2,000 evaluations of sin(3x) + x^2/8";
const quartic = read("(x^2 + y^2)^2 - 2 (x^2 - y^2)");
const saddle = read("x^2 - y^2");
const surface = plot([{ kind: "surface", label: "z", expression: saddle, where: undefined, cuts: [] }], plane);
const net = picture(surface);

const dense = inDoubles(read("sin(3x) + x^2/8"), "x");
/** How many points sampling looks at, so that the same number can be evaluated beside it. */
let looked = 0;
sample(
  (points) => {
    looked += points.length;
    return dense(points);
  },
  -6,
  6,
  8,
);
const asMany = Float64Array.from({ length: looked }, (_, k) => -6 + (12 * k) / looked);
const slow = compile(read("sin(3x) + x^2/8 + arctan(x) ln(x^2 + 1) e^(-x^2)"), ["x"]);
const basin = { label: "z", expression: saddle, where: undefined, cuts: [] };
const wide = { xMin: -2, xMax: 2, yMin: -2, yMax: 2 };

/** Graphs: sampling, marks, tracing, surfaces, and the drawing itself. */
export const GRAPHS: readonly Entry[] = [
  { name: "three curves drawn as SVG", work: () => drawSvg(drawn), reference: evaluations, against },
  {
    name: "sin(3x) + x^2/8 sampled, without marks",
    work: () => plot([functionItem("sin(3x) + x^2/8")], { ...plane, x: { from: -6, to: 6 } }, []),
    reference: evaluations,
    against,
  },
  {
    name: "sin(3x) + x^2/8 sampled, against as many evaluations alone",
    work: () => sample(dense, -6, 6, 8),
    reference: () => dense(asMany),
    against: `${looked} evaluations of the same machine code`,
  },
  {
    name: "a longer function sampled, against as many evaluations alone",
    work: () => sample((points) => points.map((x) => slow(x)), -6, 6, 8),
    reference: () => asMany.map((x) => slow(x)),
    against: `about ${looked} evaluations of the same closure`,
  },
  { name: "marks of x^3 - 3x and x + 1", work: () => plot([functionItem("x^3 - 3x"), functionItem("x + 1")], plane), reference: evaluations, against },
  {
    name: "a quartic curve traced, without marks",
    work: () => plot([{ kind: "implicit", label: "q", expression: quartic }], { ...plane, x: { from: -2, to: 2 }, y: { from: -1, to: 1 } }, []),
    reference: evaluations,
    against,
  },
  {
    name: "a saddle as a net",
    work: () => plot([{ kind: "surface", label: "z", expression: saddle, where: undefined, cuts: [] }], plane),
    reference: evaluations,
    against,
  },
  { name: "a saddle as a net of 60 by 60", work: () => surfaceCurve(basin, ["x", "y"], wide, 60), reference: evaluations, against },
  { name: "the saddle drawn from one side", work: () => drawSvg(net, undefined, { around: 30, above: 20 }), reference: evaluations, against },
];
