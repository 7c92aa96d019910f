import type { Block } from "../../document/block.ts";
import { picture } from "../../graph/picture.ts";
import type { MarkKind, Scene } from "../../graph/scene.ts";
import type { Inline, Line } from "../../notation/inline.ts";
import { decimal, large, mathematics, sentenceCase, together, words } from "../../notation/inline.ts";
import { present } from "../../notation/present.ts";
import { equality, name } from "../../notation/syntax.ts";
import { text } from "../../notation/text.ts";
import type { Answer, Digits } from "../answer.ts";
import { inDegrees } from "./degrees.ts";
import { besides } from "./values.ts";
import { decimalBeside } from "./written-decimal.ts";

/** A graph with what it shows as its caption: the curves, and where they meet the axis, each other, or turn. */
export function composeGraph({ scene, states }: Answer & { readonly kind: "graph" }): readonly Block[] {
  const drawn = picture(scene);
  const labels = drawn.curves.map(({ label }) => label).join(", ");
  const where = drawn.state === undefined || states.length > 0 ? "" : ` where ${drawn.state}`;
  const places = states.length > 0 ? [] : CAPTIONED.flatMap((named) => placesOf(named, scene));
  return [{ kind: "graph", picture: drawn, states: states.map(picture), caption: { line: [words(`${labels}${where}`), ...places, words(".")] } }];
}

/** Marks that a caption tells, by their kind. */
const CAPTIONED: readonly { readonly kind: MarkKind; readonly one: string; readonly several: string }[] = [
  { kind: "zero", one: "zero", several: "zeros" },
  { kind: "intersection", one: "intersection", several: "intersections" },
  { kind: "maximum", one: "maximum", several: "maxima" },
  { kind: "minimum", one: "minimum", several: "minima" },
];
/** More marks of a kind are not counted up. */
const MOST_PLACES = 3;
const CAPTION_FIGURES: Digits = { kind: "usual", count: 3 };

/** Where the marks of a kind are: ; zeros at x = 2 and x ≈ 3.14. */
function placesOf({ kind, one, several }: (typeof CAPTIONED)[number], { marks, variable }: Scene): Line {
  const own = marks.filter((mark) => mark.kind === kind && !mark.hidden && mark.x).flatMap(({ x }) => x ?? []);
  if (own.length === 0 || own.length > MOST_PLACES) return [];
  const places = own.map((x): Inline => {
    const beside = decimalBeside(x, CAPTION_FIGURES, undefined);
    const isShort = text(x).length <= LONGEST_EXACT;
    if (!isShort && beside) return together(mathematics(name(variable)), decimal(beside));
    return mathematics(equality([name(variable), present(x)]));
  });
  const joined = places.flatMap((place, k): readonly Inline[] => [...(k === 0 ? [] : [words(k === places.length - 1 ? " and " : ", ")]), place]);
  return [words(`; ${own.length === 1 ? one : several} at `), ...joined];
}

const LONGEST_EXACT = 7;

/** A figure with its points as the caption, what is measured in it, and what is to be looked at. */
export function composeFigure({ picture: drawn, measures, notes }: Answer & { readonly kind: "figure" }): readonly Block[] {
  const points = drawn.parts.flatMap((part) => (part.kind === "point" ? [part.name] : [])).join(", ");
  const where = drawn.state === undefined ? "" : ` where ${drawn.state}`;
  return [
    { kind: "figure", picture: drawn, caption: { line: [words(`Points ${points}${where}`)] } },
    ...(measures.length > 0 ? [{ kind: "measures", rows: measures.map(measureRow) } as const] : []),
    ...notes.map((note) => ({ kind: "paragraph", role: "warning", line: [words(`${sentenceCase(note)}.`)] }) as const),
  ];
}

function measureRow({ use, value, shown, part }: (Answer & { readonly kind: "figure" })["measures"][number]): { use: string; value: Line; shown: Line } {
  const degrees = part.kind === "angle" ? inDegrees(shown, []) : undefined;
  const beside = degrees ? [degrees.exact ? mathematics(degrees.written) : decimal(degrees.written)] : besides(shown, undefined);
  return { use, value: [large(present(value))], shown: [...(text(value) === text(shown) ? [] : [large(present(shown)), words(" ")]), ...beside] };
}
