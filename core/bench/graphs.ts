import { compile } from "../src/expression/double-value.ts";
import type { Expression } from "../src/expression/expression.ts";
import type { GraphItem } from "../src/graph/items/item.ts";
import { picture } from "../src/graph/picture.ts";
import { plot } from "../src/graph/plot.ts";
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

/** Graphs: sampling, marks, tracing, surfaces, and the drawing itself. */
export const GRAPHS: readonly Entry[] = [
  { name: "three curves drawn as SVG", work: () => drawSvg(drawn), reference: evaluations, against },
  {
    name: "sin(3x) + x^2/8 sampled, without marks",
    work: () => plot([functionItem("sin(3x) + x^2/8")], { ...plane, x: { from: -6, to: 6 } }, []),
    reference: evaluations,
    against,
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
  { name: "the saddle drawn from one side", work: () => drawSvg(net, undefined, { around: 30, above: 20 }), reference: evaluations, against },
];
