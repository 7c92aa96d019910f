import { approximateValue } from "../../expression/ball-value.ts";
import { call, name, tuple } from "../../expression/construct.ts";
import { readable } from "../../rewrite/readable.ts";
import { position } from "../marks/point-mark.ts";
import type { Curve, Mark, Position } from "../scene.ts";
import type { GraphItem } from "./item.ts";

type Angle = GraphItem & { readonly kind: "angle" };

/** Room around the unit circle. */
const REACH = 1.25;
/** The radius of the arc that shows the first angle, and how much larger that of each further one is. */
const [ARC, FARTHER] = [0.22, 0.09];
/** An arc of more turns than this is drawn as far as this, and to its end. */
const MOST_TURNS = 3;
/** Points of the whole circle. */
const POINTS = 180;
/** Where beside the arm its name is written. */
const MIDDLE = 0.6;
/** The letter of the circle's own parameter, which no angle of the author's can have. */
const PARAMETER = name("\u0004");

export const ANGLE_EXTENT: readonly Position[] = [
  [-REACH, -REACH],
  [REACH, REACH],
];

const onCircle = (radius: number, angle: number): Position => [radius * Math.cos(angle), radius * Math.sin(angle)];

/** A part of a circle around the origin; a little spiral where it is more than one turn. */
function arc(radius: number, to: number): readonly Position[] {
  const count = Math.max(8, Math.ceil((POINTS * Math.abs(to)) / (2 * Math.PI)));
  return Array.from({ length: count + 1 }, (_, k) => {
    const angle = (to * k) / count;
    return onCircle(radius + (FARTHER / 2) * (Math.abs(angle) / (2 * Math.PI)), angle);
  });
}

/** The unit circle with the arm of an angle, what stands below its point on it, and the way that the arm has turned. */
export function angleCurve({ label, value }: Angle, index: number): Curve {
  const turned = approximateValue(value) ?? 0;
  const end = onCircle(1, turned);
  const shown = Math.sign(turned) * Math.min(Math.abs(turned), 2 * Math.PI * MOST_TURNS + (Math.abs(turned) % (2 * Math.PI)));
  const way = arc(ARC + FARTHER * index, shown);
  const [beforeLast = end, last = end] = way.slice(-2);
  return {
    kind: "parametric",
    label,
    expression: tuple([call("cos", PARAMETER), call("sin", PARAMETER)]),
    pieces: [[[0, 0], onCircle(MIDDLE, turned), end]],
    bars: [Array.from({ length: POINTS + 1 }, (_, k) => onCircle(1, (2 * Math.PI * k) / POINTS)), [end, [end[0], 0]], way],
    arrows: turned === 0 ? [] : [{ at: last, direction: [last[0] - beforeLast[0], last[1] - beforeLast[1]] }],
  };
}

/** Where the arm meets the unit circle: cosine and sine of the angle. */
export function angleMarks({ value }: Angle, index: number): readonly Mark[] {
  const [x, y] = [readable(call("cos", value)), readable(call("sin", value))];
  const at = position(x, y);
  return at ? [{ kind: "intersection", x, y, at, parameter: value, curves: [index] }] : [];
}
