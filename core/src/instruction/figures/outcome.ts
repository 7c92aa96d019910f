import { approximateValue } from "../../expression/ball-value.ts";
import { number, ZERO } from "../../expression/construct.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { type FigurePicture, figureWindow, type Part, type PlacedPart } from "../../graph/figure/figure.ts";
import type { Point } from "../../graph/figure/measures.ts";
import { position } from "../../graph/marks/point-mark.ts";
import type { Position } from "../../graph/scene.ts";
import { plain } from "../../notation/plain.ts";
import { simplify } from "../../truth/index.ts";
import { CannotDo, NO_STEPS, type Outcome } from "../answer.ts";
import { putIn } from "../carrying-out/put-in.ts";
import type { Environment } from "../environment.ts";
import { sliderOf, stateWords } from "../graphs/sliders.ts";
import { degenerations } from "./degenerate.ts";
import { inDegrees, type Measured, measuresCheck, measuresOf } from "./measured.ts";
import type { PointNames } from "./points.ts";
import type { WrittenFigure } from "./written.ts";

/** The figure with numbers for every name, what is measured in it exactly, and what is degenerate. */
export function figureOutcome({ parts: written, values }: WrittenFigure, named: PointNames, environment: Environment): Outcome {
  const parts = withEarlierPoints(written, named);
  const kept = new Set(values.keys());
  const put = (e: Expression): Expression => putIn(e, environment, kept).expression;
  const points = new Map([...named].map(([key, { x, y }]) => [key, { x: put(x), y: put(y) }] as const));
  const used = new Set(parts.flatMap(pointsOf));
  const shown = new Map([...points].filter(([key]) => used.has(key)));
  const numbers = parts.flatMap((part) =>
    part.kind === "circle" && part.radius ? [put(part.radius)] : part.kind === "force" ? [put(part.x), put(part.y)] : [],
  );
  const free = new Set([...[...shown.values()].flatMap(({ x, y }) => [...freeNames(x), ...freeNames(y)]), ...numbers.flatMap((e) => [...freeNames(e)])]);
  const found = [...free].sort().map((letter) => sliderOf(letter, values.get(letter), undefined, environment));
  const state = new Map(found.map(({ slider, value }) => [slider.name, value]));
  const settled = (e: Expression): Expression => simplify(substitute(put(e), state)).expression;
  const places = new Map([...shown].map(([key, { x, y }]) => [key, { x: settled(x), y: settled(y) }] as const));
  const measures = measuresOf(parts, points, places, environment.assumptions);
  const placed = parts.map((part) => placedPart(part, { points, places, settled, measures, sliders: new Set(state.keys()) }));
  const notes = degenerations(parts, places);
  const told = stateWords(state);
  const picture: FigurePicture = {
    window: figureWindow(placed),
    parts: placed,
    sliders: found.map(({ slider }) => slider),
    ...(told === "" ? {} : { state: told }),
    description: describe(parts, measures, notes, told),
  };
  const checks = [measuresCheck(measures, places)];
  return { ...NO_STEPS, answer: { kind: "figure", picture, measures, notes }, checks, verdict: checks[0]?.outcome };
}

/** Points of earlier lines that are used here are drawn too. */
function withEarlierPoints(parts: readonly Part[], named: PointNames): readonly Part[] {
  const own = new Set(parts.flatMap((part) => (part.kind === "point" ? [part.name] : [])));
  const earlier = [...new Set(parts.flatMap(pointsOf))].filter((key) => !own.has(key));
  return [
    ...earlier.flatMap((key): readonly Part[] => {
      const point = named.get(key);
      return point ? [{ kind: "point", name: key, ...point }] : [];
    }),
    ...parts,
  ];
}

function pointsOf(part: Part): readonly string[] {
  switch (part.kind) {
    case "point":
      return [part.name];
    case "segment":
    case "line":
    case "length":
      return part.ends;
    case "polygon":
      return part.corners;
    case "circle":
      return [part.centre, ...(part.through === undefined ? [] : [part.through])];
    case "angle":
      return [part.arms[0], part.corner, part.arms[1]];
    case "force":
    case "label":
      return [part.at];
  }
}

interface Settled {
  readonly points: PointNames;
  readonly places: ReadonlyMap<string, Point>;
  readonly settled: (e: Expression) => Expression;
  readonly measures: readonly Measured[];
  readonly sliders: ReadonlySet<string>;
}

function inDoubles(e: Expression): number {
  const at = position(e, ZERO);
  if (!at) throw new CannotDo(`a place in a figure is a real number, and ${plain(e)} is none`);
  return at[0];
}

function placedPart(part: Part, { points, places, settled, measures, sliders }: Settled): PlacedPart {
  const at = (key: string): Position => {
    const point = places.get(key);
    if (!point) throw new CannotDo(`there is no point ${key}`);
    return [inDoubles(point.x), inDoubles(point.y)];
  };
  switch (part.kind) {
    case "point": {
      const own = points.get(part.name);
      const moved = (e: Expression | undefined): string | undefined => (e?.kind === "name" && sliders.has(e.name) ? e.name : undefined);
      const [x, y] = [moved(own?.x), moved(own?.y)];
      return { kind: "point", name: part.name, at: at(part.name), ...((x ?? y) ? { drag: { ...(x ? { x } : {}), ...(y ? { y } : {}) } } : {}) };
    }
    case "segment":
    case "line":
      return { kind: part.kind, from: at(part.ends[0]), to: at(part.ends[1]) };
    case "length": {
      const own = measures.find(({ part: of }) => of === part);
      return { kind: "length", from: at(part.ends[0]), to: at(part.ends[1]), text: own ? shortLabel(own.shown) : "" };
    }
    case "polygon":
      return { kind: "polygon", corners: part.corners.map(at) };
    case "circle": {
      const centre = at(part.centre);
      const through = part.through === undefined ? undefined : at(part.through);
      const radius = through ? Math.hypot(through[0] - centre[0], through[1] - centre[1]) : inDoubles(settled(part.radius ?? number(1)));
      if (!(radius >= 0)) throw new CannotDo("the radius of a circle is not negative");
      return { kind: "circle", centre, radius };
    }
    case "angle": {
      const own = measures.find(({ part: of }) => of === part);
      const degrees = own && inDegrees(own.shown);
      const right = degrees?.kind === "number" && degrees.value.num === 90 && degrees.value.den === 1;
      const text = degrees === undefined || right ? "" : `${shortLabel(degrees)}°`;
      return { kind: "angle", corner: at(part.corner), arms: [at(part.arms[0]), at(part.arms[1])], text, right };
    }
    case "force":
      return { kind: "force", name: part.name, at: at(part.at), vector: [inDoubles(settled(part.x)), inDoubles(settled(part.y))] };
    case "label":
      return { kind: "label", at: at(part.at), words: part.words };
  }
}

const LONGEST = 8;
const FIGURES = 4;

/** An exact value where it is short, else its decimal. */
function shortLabel(e: Expression): string {
  const exact = plain(e);
  if (exact.length <= LONGEST) return exact;
  const value = approximateValue(e);
  return value === undefined ? exact : `≈ ${String(Number(value.toPrecision(FIGURES))).replace("-", "−")}`;
}

function describe(parts: readonly Part[], measures: readonly Measured[], notes: readonly string[], state: string): string {
  const counted = new Map<string, number>();
  for (const { kind } of parts) counted.set(kind, (counted.get(kind) ?? 0) + 1);
  const what = [...counted].map(([kind, count]) => (count === 1 ? `a ${kind}` : `${count} ${kind}s`)).join(", ");
  const sizes = measures.map(({ words, shown }) => `${words} is ${shortLabel(shown)}`);
  return [
    `Figure with ${what}${state === "" ? "" : `, where ${state}`}.`,
    ...(sizes.length > 0 ? [`${sizes.join("; ")}.`] : []),
    ...notes.map((note) => `${note}.`),
  ].join(" ");
}
