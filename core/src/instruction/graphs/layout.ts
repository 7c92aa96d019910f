import { realAndImaginary } from "../../canonical/real-and-imaginary.ts";
import { call, name as nameNode, number, product, subtract } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { arrowsOf, COMPLEX_AXES, isNotReal, isPathOfNumbers } from "../../graph/complex-plane.ts";
import { rangeOf } from "../../graph/items/function.ts";
import type { Domain, GraphItem, View } from "../../graph/items/item.ts";
import type { Slider } from "../../graph/scene.ts";
import { isBounded, type Range } from "../../graph/window.ts";
import { CannotDo } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import type { Environment } from "../environment.ts";
import { withoutIntegrals } from "../integrals/values.ts";
import { givenRange } from "./given-range.ts";
import { numeric } from "./numeric.ts";
import { sliderOf } from "./sliders.ts";
import { ANGLES, type AxisRange, type Written, type WrittenGraph } from "./written.ts";

/** Items with numbers for everything but the names of the axes and parameters, and the sliders that gave some of them. */
export interface Layout {
  readonly drawn: readonly GraphItem[];
  readonly view: View;
  readonly sliders: readonly Slider[];
  /** Exact values of the sliders. */
  readonly state: ReadonlyMap<string, Expression>;
}

/** Puts in what is given, chooses the names of the axes and finds out which names are sliders. */
export function laidOut(graph: WrittenGraph, chosen: ReadonlyMap<string, Expression>, environment: Environment): Layout {
  const { items, ranges, where, options } = graph;
  const asked = new Set(ranges.map((range) => range.name));
  const set = new Map([...options.values, ...chosen]);
  const kept = new Set([...asked, ...set.keys()]);
  const put = (e: Expression): Expression => withoutIntegrals(putIn(e, environment, kept).expression, environment);
  const filled = acrossTheAxis(items.map((item) => mapItem(item, put)));
  const region = where && put(where);
  const free = new Set([...filled.flatMap(namesOf), ...(region ? freeNames(region) : [])]);
  const isOpen = (letter: string): boolean => !asked.has(letter) && (set.has(letter) || environment.quantities.has(letter));
  const inNumbers = filled.some(isOfNumbers);
  const axes = inNumbers ? COMPLEX_AXES : axesOf(filled, asked, isOpen, region !== undefined);
  const moving = [...free].filter((letter) => isOpen(letter) && !axes.includes(letter) && !filled.some((item) => polarAngle(item, asked) === letter));
  const found = moving.map((letter) => sliderOf(letter, set.get(letter), options.sliders.get(letter), environment));
  const state = new Map(found.map(({ slider, value }) => [slider.name, value]));
  const given = asked.has(axes[0]) ? undefined : givenRange(axes[0], environment);
  const settled = filled.map((item) => mapItem(item, (e) => substitute(e, state)));
  const place: Place = { ranges, axes, environment, put, where: region && substitute(region, state), graph };
  const shown = settled.flatMap((item) => (inNumbers ? numberItems(item, place) : [onPart(given, drawnItem(item, place))]));
  const alone = shown.find(({ kind }) => kind === "surface");
  if (alone && shown.length > 1) throw new CannotDo("a surface is drawn alone");
  if (!alone && where) throw new CannotDo("“where” bounds the region of a surface z = …, and there is none here");
  const [variable, vertical] = axes;
  const logarithmic = { x: options.logarithmic.includes(variable), y: options.logarithmic.includes(vertical) };
  const scaled = logarithmic.x || logarithmic.y;
  const stranger = options.logarithmic.find((letter) => letter !== variable && letter !== vertical);
  if (stranger !== undefined) throw new CannotDo(`there is no axis ${stranger} here: the axes are ${variable} and ${vertical}`);
  if (scaled && shown.some(({ kind }) => !["function", "data", "point", "parametric"].includes(kind)))
    throw new CannotDo("logarithmic axes are for functions, paths, points and data");
  const bounded = given && rangeOf(given);
  const [x = bounded && isBounded(bounded) ? bounded : undefined, y] = axes.map((one) => askedRange(one, ranges, environment));
  return {
    drawn: shown,
    view: {
      variable,
      vertical,
      x: x && logarithmic.x ? decades(x) : x,
      y: y && logarithmic.y ? decades(y) : y,
      ...(options.equalScales ? { equalScales: true } : {}),
      ...(scaled ? { logarithmic } : {}),
    },
    sliders: found.map(({ slider }) => slider),
    state,
  };
}

/** Functions are drawn where their variable is given to lie, unless they have a part of the axis of their own. */
function onPart(given: Domain | undefined, item: GraphItem): GraphItem {
  return given && item.kind === "function" && !item.on && !isBounded(rangeOf(given)) ? { ...item, on: given } : item;
}

function decades({ from, to }: Range): Range {
  if (from <= 0) throw new CannotDo("a logarithmic axis begins above 0");
  return { from: Math.log10(from), to: Math.log10(to) };
}

/** An item with every expression changed. */
function mapItem(item: Written, change: (e: Expression) => Expression): Written {
  const expression = change(item.expression);
  const withEnds = (on: Domain | undefined): { readonly on?: Domain } => (on ? { on: { ...on, from: change(on.from), to: change(on.to) } } : {});
  switch (item.kind) {
    case "expression":
      return { ...item, expression, ...withEnds(item.on), summands: item.summands.map((one) => ({ ...one, expression: change(one.expression) })) };
    case "function":
      return { ...item, expression, ...withEnds(item.on) };
    case "equation":
    case "condition":
    case "slopes":
    case "angle":
      return { ...item, expression };
    case "pair":
      return { ...item, expression, x: change(item.x), y: change(item.y) };
    case "field":
      return { ...item, expression, across: change(item.across), up: change(item.up) };
    case "data":
      return { ...item, expression, rows: item.rows.map((row) => row.map(change)), error: change(item.error) };
  }
}

/**
 * x = 2 and x = y^2 are curves in the plane, and so is t = 2 beside a function of t; x = 3 cos(t) is a function of t.
 */
function acrossTheAxis(items: readonly Written[]): readonly Written[] {
  const isPlanar = (item: Written): boolean => item.kind === "function" && item.left === "x" && namesOf(item).every((letter) => letter === "y");
  const plain = items.filter((item) => (item.kind === "function" || item.kind === "expression") && !isPlanar(item));
  return items.map((item) => {
    if (item.kind !== "function" || item.on) return item;
    const isVariable = plain.some(
      (other) => other !== item && freeNames(other.expression).has(item.left) && !(other.kind === "function" && other.left === item.left),
    );
    return isPlanar(item) || isVariable ? { kind: "equation", label: item.label, expression: subtract(nameNode(item.left), item.expression) } : item;
  });
}

function namesOf(item: Written): readonly string[] {
  const ends = (item.kind === "function" || item.kind === "expression") && item.on ? [...freeNames(item.on.from), ...freeNames(item.on.to)] : [];
  return [...freeNames(item.expression), ...ends];
}

/** The angle of polar coordinates in which an item gives the distance r, as r = 1 + cos(theta), or r = 2 with a range for theta. */
function polarAngle(item: Written, asked: ReadonlySet<string>): string | undefined {
  if (item.kind !== "function" || item.left !== "r") return undefined;
  const names = namesOf(item);
  return (names.length > 0 ? names : [...asked]).find((letter) => ANGLES.has(letter));
}

function isSurface(item: Written, asked: ReadonlySet<string>, bounded: boolean): boolean {
  return item.kind === "function" && item.left === "z" && (bounded || namesOf(item).length > 1 || asked.size > 1);
}

/** Which letter is preferred for the horizontal axis where several could be. */
const USUAL = ["x", "t", "theta"];

/** The names of the two axes. */
function axesOf(items: readonly Written[], asked: ReadonlySet<string>, isOpen: (letter: string) => boolean, bounded: boolean): readonly [string, string] {
  const ranked = (letters: Iterable<string>): readonly string[] => {
    const rank = (letter: string): number => (asked.has(letter) ? 0 : isOpen(letter) ? 20 : 10) + (USUAL.includes(letter) ? USUAL.indexOf(letter) : 5);
    return [...new Set(letters)].sort((a, b) => rank(a) - rank(b) || (a < b ? -1 : 1));
  };
  const surface = items.find((item) => isSurface(item, asked, bounded));
  if (surface) {
    const pair = ranked([...namesOf(surface), ...asked])
      .slice(0, 2)
      .sort();
    const [variable = "x", vertical = variable === "y" ? "x" : "y"] = pair;
    return [variable, vertical];
  }
  const plain = items.filter((item) => item.kind === "expression" || (item.kind === "function" && polarAngle(item, asked) === undefined));
  const planar = ranked(items.flatMap((item) => (["equation", "condition", "field", "slopes"].includes(item.kind) ? namesOf(item) : [])));
  const inPlane = [...new Set(planar.slice(0, 2))].sort();
  const [alone] = inPlane;
  const pairs = items.some(({ kind }) => kind === "data" || kind === "pair");
  const first =
    ranked(plain.flatMap(namesOf))[0] ?? (alone === "y" && inPlane.length === 1 ? "x" : alone) ?? (pairs && asked.has("x") ? "x" : undefined) ?? "x";
  const written = plain.find((item) => item.kind === "function");
  const left = written?.kind === "function" ? written.left : "y";
  return [first, inPlane.find((one) => one !== first) ?? left];
}

/** Whether complex numbers are to be drawn: one, a sum of such, or a path. */
function isOfNumbers(item: Written): boolean {
  if (item.kind !== "expression") return false;
  return [item, ...item.summands].some(({ expression }) => isNotReal(expression)) || isPathOfNumbers(item.expression);
}

/** What is drawn of a complex number, or of a path of such numbers. @throws CannotDo for what is neither. */
function numberItems(item: Written, place: Place): readonly GraphItem[] {
  const { label, expression } = item;
  if (item.kind === "pair") return [pathOrPoint(label, item.x, item.y, place)];
  if (item.kind !== "expression") throw new CannotDo(`complex numbers are drawn as arrows, and ${label} is no number: draw it by itself`);
  const parts = freeNames(expression).size > 0 ? realAndImaginary(expression) : undefined;
  return parts ? [pathOrPoint(label, parts.re, parts.im, place)] : arrowsOf(label, expression, item.summands);
}

interface Place {
  readonly ranges: readonly AxisRange[];
  readonly axes: readonly [string, string];
  readonly environment: Environment;
  readonly put: (e: Expression) => Expression;
  readonly where: Expression | undefined;
  readonly graph: WrittenGraph;
}

/** An item as it is drawn. @throws CannotDo where a name has no value. */
function drawnItem(item: Written, place: Place): GraphItem {
  const { label, expression } = item;
  const [variable, vertical] = place.axes;
  const closed = (allowed: readonly string[]): void => {
    const open = namesOf(item).filter((one) => !allowed.includes(one));
    if (open.length > 0)
      throw new CannotDo(
        `${[...new Set(open)].sort().join(", ")} has no value: give it one with “given”, or a slider with “with ${open[0]} = 2”, before drawing`,
      );
  };
  switch (item.kind) {
    case "pair":
      return pathOrPoint(item.label, item.x, item.y, place);
    case "equation":
      closed(place.axes);
      return { kind: "implicit", label, expression };
    case "condition":
      closed(place.axes);
      return { kind: "region", label, condition: expression };
    case "field":
      closed(place.axes);
      return { kind: "field", label, across: item.across, up: item.up, directed: true };
    case "slopes":
      closed(place.axes);
      return { kind: "field", label, across: number(1), up: expression, directed: false };
    case "data": {
      closed([]);
      const points = item.rows.flatMap(([x, y, error = item.error]) => (x && y ? [{ x, y, error: Math.abs(numeric(error, place.environment)) }] : []));
      return { kind: "data", label, points };
    }
    case "angle":
      closed([]);
      return { kind: "angle", label, value: expression };
    case "expression":
      closed([variable]);
      return { kind: "function", label, expression, ...(item.on ? { on: item.on } : {}) };
    case "function": {
      const asked = new Set(place.ranges.map(({ name }) => name));
      const polar = polarAngle(item, asked);
      if (polar !== undefined) {
        const angle = nameNode(polar);
        return pathOrPoint(label, product(expression, call("cos", angle)), product(expression, call("sin", angle)), place);
      }
      if (isSurface(item, asked, place.where !== undefined)) {
        closed(place.axes);
        const cuts = place.graph.options.cuts.map(({ name, at, filled }) => {
          if (name !== variable && name !== vertical) throw new CannotDo(`a cut is where ${variable} or ${vertical} has a value`);
          return { name, at: numeric(at, place.environment), filled };
        });
        return { kind: "surface", label, expression, where: place.where, cuts };
      }
      closed([variable]);
      return { kind: "function", label, expression, ...(item.on ? { on: item.on } : {}) };
    }
  }
}

function pathOrPoint(label: string, x: Expression, y: Expression, { ranges, environment, put }: Place): GraphItem {
  const [parameter, ...more] = [...new Set([...freeNames(x), ...freeNames(y)])];
  if (parameter === undefined) return { kind: "point", label, x, y };
  if (more.length > 0) throw new CannotDo(`${[parameter, ...more].sort().join(", ")} are free: a path has one parameter, the others need values`);
  const range = ranges.find(({ name }) => name === parameter);
  if (!range) throw new CannotDo(`say where ${parameter} begins and ends, as in “for ${parameter} from 0 to 2pi”`);
  numericRange(range, environment);
  return { kind: "parametric", label, x, y, parameter, from: put(range.from), to: put(range.to) };
}

/** The range that was asked for along an axis. */
function askedRange(name: string, ranges: readonly AxisRange[], environment: Environment): Range | undefined {
  const range = ranges.find((one) => one.name === name);
  return range && numericRange(range, environment);
}

function numericRange({ from, to }: AxisRange, environment: Environment): Range {
  const [low, high] = [numeric(from, environment), numeric(to, environment)];
  if (!(low < high)) throw new CannotDo("a drawing begins at a smaller value than it ends");
  return { from: low, to: high };
}
