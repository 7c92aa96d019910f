import { approximateValue } from "../expression/ball-value.ts";
import { name, subtract, tuple } from "../expression/construct.ts";
import { contains, type Expression, findAll, freeNames } from "../expression/expression.ts";
import { piMultiple } from "../expression/functions/arguments.ts";
import { family } from "../expression/functions/registry.ts";
import { ANGLE_EXTENT, angleCurve, angleMarks } from "./items/angle.ts";
import { arrowCurve, arrowExtent } from "./items/arrow.ts";
import { dataCurve, dataExtent } from "./items/data.ts";
import { fieldCurve, fieldExtent } from "./items/field.ts";
import { domainEnds, drawnRange, functionCurve, isOn, rangeOf, valuesAlong } from "./items/function.ts";
import { commonPoints, implicitCurve, implicitExtent, implicitMarks } from "./items/implicit.ts";
import type { GraphItem, View } from "./items/item.ts";
import { parametricCurve, parametricMarks } from "./items/parametric.ts";
import { regionCurve, regionExtent, regionMarks } from "./items/region.ts";
import { surfaceCurve } from "./items/surface.ts";
import { DECADES, decadesOf, linearRange, scaledCurve, scaledMark, scaleOf } from "./logarithmic.ts";
import { marksOf } from "./marks/marks.ts";
import { position } from "./marks/point-mark.ts";
import type { Curve, Mark, Position, Scene, Window } from "./scene.ts";
import { boxAround, heightOf, isBounded, placesOf, type Range, rangeAround, withEqualScales } from "./window.ts";

/** The scene of everything that is to be drawn, in a window chosen from what matters unless one is asked for. */
export function plot(items: readonly GraphItem[], view: View, ownMarks?: readonly Mark[]): Scene {
  const scaled = scaleOf(view);
  const functions = items.flatMap((item) => (item.kind === "function" ? [item] : []));
  const surfaces = items.some(({ kind }) => kind === "surface");
  const paths = new Map(items.flatMap((item, k) => (item.kind === "parametric" ? [[k, parametricCurve(item)] as const] : [])));
  const allMarks = ownMarks ?? marksOfItems(items, view).flatMap((mark) => scaledMark(mark, scaled));
  const reach = reachOf(allMarks);
  const extent = items.flatMap((item, k) => extentOf(item, view, paths.get(k), reach)).flatMap(scaled);
  const usual = surfaces && extent.length === 0 ? USUAL : view.logarithmic?.x && extent.length + allMarks.length === 0 ? DECADES : undefined;
  const x = view.x ?? usual ?? horizontalRange(allMarks, extent);
  // Lines that run along the axis are in every part of it.
  const inside = allMarks.filter(
    (mark) => mark.x === undefined || (mark.at[0] >= x.from - 1e-9 * (x.to - x.from) && mark.at[0] <= x.to + 1e-9 * (x.to - x.from)),
  );
  const marked = [...inside.filter((mark) => mark.y !== undefined).map(({ at }) => at[1]), ...extent.map(([, y]) => y)];
  const values = functions.flatMap((item) => functionValues(item, view, x));
  const y =
    view.y ??
    (surfaces ? (boxAround(extent)?.y ?? USUAL) : view.logarithmic?.y ? decadesOf([...values, ...marked]) : heightOf(values, marked, hasPoles(allMarks)));
  const free = view.x === undefined && view.y === undefined && items.some(({ kind }) => PLANAR.has(kind)) && !view.logarithmic;
  const window: Window = free || view.equalScales ? withEqualScales(x, y) : { xMin: x.from, xMax: x.to, yMin: y.from, yMax: y.to };
  const curves = items.map((item, k): Curve => scaledCurve(curveOf(item, k, view, window, paths.get(k)), view, scaled));
  const margin = (window.yMax - window.yMin) * 1e-9;
  const isSeen = ({ at, y: height }: Mark): boolean => height === undefined || (at[1] >= window.yMin - margin && at[1] <= window.yMax + margin);
  const inTurns = !view.logarithmic?.x && functions.some(({ expression }) => isPeriodic(expression, view.variable));
  return {
    window,
    variable: view.variable,
    vertical: view.vertical,
    ...(inTurns ? { inTurns } : {}),
    ...(view.logarithmic ? { logarithmic: view.logarithmic } : {}),
    curves,
    marks: inside.filter(isSeen).map((mark, k) => ({ number: k + 1, ...mark })),
  };
}

/** What is drawn with equal scales where no window is asked for. */
const PLANAR: ReadonlySet<GraphItem["kind"]> = new Set(["implicit", "parametric", "region", "point", "field", "arrow", "angle"]);

function curveOf(item: GraphItem, index: number, view: View, window: Window, path: Curve | undefined): Curve {
  switch (item.kind) {
    case "function":
      return functionCurve(item, view, window);
    case "implicit":
      return implicitCurve(item, view, window);
    case "parametric":
      return path ?? parametricCurve(item);
    case "region":
      return regionCurve(item, index, view, window);
    case "surface":
      return surfaceCurve(item, [view.variable, view.vertical], window);
    case "field":
      return fieldCurve(item, view, window);
    case "data":
      return dataCurve(item);
    case "point": {
      const at = position(item.x, item.y);
      return { kind: "point", label: item.label, expression: tuple([item.x, item.y]), pieces: [], dots: at ? [at] : [] };
    }
    case "arrow":
      return arrowCurve(item);
    case "angle":
      return angleCurve(item, index);
  }
}

/** Points that must be seen, besides marks. */
function extentOf(item: GraphItem, view: View, path: Curve | undefined, reach: number): readonly Position[] {
  switch (item.kind) {
    case "function": {
      // The ends of its part of the axis, at no height of their own.
      const range = item.on && rangeOf(item.on);
      return range && isBounded(range) ? [range.from, range.to].map((x): Position => [x, view.logarithmic?.y ? 1 : 0]) : [];
    }
    case "implicit":
      return implicitExtent(item, view, reach);
    case "parametric":
      return path?.pieces.flat() ?? [];
    case "surface":
      return item.where ? regionExtent({ label: item.label, condition: item.where }, view) : [];
    case "region":
      return regionExtent(item, view);
    case "field":
      return fieldExtent(view);
    case "data":
      return dataExtent(item);
    case "point": {
      const at = position(item.x, item.y);
      return at ? [at] : [];
    }
    case "arrow":
      return arrowExtent(item);
    case "angle":
      return ANGLE_EXTENT;
  }
}

/** Heights of a function all along a range, on its own part of it. */
function functionValues(item: GraphItem & { readonly kind: "function" }, view: View, whole: Range): readonly number[] {
  const range = drawnRange(item.on, view, whole);
  return range.from < range.to ? valuesAlong(item.expression, view, range) : [];
}

/** Over which part of the plane a surface stands where nothing is said. */
const USUAL: Range = { from: -2, to: 2 };

/** How far a curve that has no end is followed. */
function reachOf(marks: readonly Mark[]): number {
  const far = marks.reduce((most, { at }) => Math.max(most, Math.abs(at[0]), Math.abs(at[1])), 0);
  return far > 0 ? 1 + far * 1.4 : 5;
}

function hasPoles(marks: readonly Mark[]): boolean {
  return marks.some(({ kind, x, y }) => kind === "asymptote" && x !== undefined && y === undefined);
}

/** Around everything that has an extent, else around the marks of functions. */
function horizontalRange(marks: readonly Mark[], extent: readonly Position[]): Range {
  if (extent.length === 0) return rangeAround(placesOf(marks), hasPoles(marks));
  return boxAround([...extent, ...marks.map(({ at }) => at), [0, 0]])?.x ?? rangeAround([]);
}

function marksOfItems(items: readonly GraphItem[], view: View): readonly Mark[] {
  const { variable, vertical } = view;
  const indexed = items.map((item, index) => ({ item, index }));
  const functions = indexed.flatMap(({ item, index }) =>
    item.kind === "function"
      ? [{ drawn: { expression: item.expression, variable, vertical, range: item.on ? rangeOf(item.on) : linearRange(view) }, index }]
      : [],
  );
  const isDrawnAt = ({ kind, at }: Mark, index: number): boolean => {
    const item = items[index];
    if (item?.kind !== "function" || !item.on) return true;
    // Values may grow beyond all bounds at an open end; at an end there is no curve on either side to change its bend.
    const open = kind === "asymptote" ? false : kind === "inflection" ? true : undefined;
    return isOn(open === undefined ? item.on : { ...item.on, fromOpen: open, toOpen: open }, at[0]);
  };
  const planar = indexed.flatMap(({ item, index }): readonly { f: Expression; index: number; isFunction: boolean }[] => {
    if (item.kind === "implicit") return [{ f: item.expression, index, isFunction: false }];
    return item.kind === "function" ? [{ f: subtract(name(vertical), item.expression), index, isFunction: true }] : [];
  });
  const crossings = planar.flatMap((a, k) =>
    planar.slice(k + 1).flatMap((b): readonly Mark[] => {
      if (a.isFunction && b.isFunction) return [];
      return commonPoints(a.f, b.f, variable, vertical).flatMap(({ x, y }): readonly Mark[] => {
        const at = position(x, y);
        return at ? [{ kind: "intersection", x, y, at, curves: [a.index, b.index] }] : [];
      });
    }),
  );
  const found: readonly Mark[] = [
    ...marksOf(
      functions.map(({ drawn }) => drawn),
      functions.map(({ index }) => index),
    ),
    ...indexed.flatMap(({ item, index }) => {
      if (item.kind === "implicit") return implicitMarks(item, view, index);
      if (item.kind === "region") return regionMarks(item, view, index);
      if (item.kind === "angle") return angleMarks(item, index);
      return item.kind === "parametric" ? parametricMarks(item, index) : [];
    }),
    ...crossings,
  ];
  const ends = indexed.flatMap(({ item, index }) => (item.kind === "function" ? domainEnds(item, variable, index) : []));
  return [...found.filter((mark) => mark.x === undefined || mark.curves.every((index) => isDrawnAt(mark, index))), ...ends];
}

/** Whether a circular function of the variable repeats after a rational part of π. */
function isPeriodic(f: Expression, variable: string): boolean {
  const parts = findAll(f, (part) => part.kind === "call" && family(part.name)?.periodInPi !== undefined && contains(part, variable));
  return parts.some((part) => {
    const [angle] = part.kind === "call" ? part.args : [];
    const numbers = angle ? findAll(angle, (inner) => inner.kind === "constant" || piMultiple(inner) !== undefined) : [];
    return angle !== undefined && freeNames(angle).size === 1 && numbers.every((inner) => approximateValue(inner) === 0);
  });
}
