import { tuple } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { MEASURES } from "../../graph/figure/measures.ts";
import type { FunctionDefinition } from "../../notation/elaborate.ts";
import type { Environment } from "../environment.ts";
import { figureOutcome } from "../figures/outcome.ts";
import { type PointNames, pointOf, pointsIn } from "../figures/points.ts";
import { readFigure, type WrittenFigure } from "../figures/written.ts";
import type { Instruction } from "../instruction.ts";

/**
 * `figure point A = (0, 0), …`: a drawn diagram. Its points are quantities from then on, and `distance(A, B)`, `angle(A, B, C)`,
 * `area(A, B, C)` and `perimeter(A, B, C)` expressions in their coordinates.
 */
export const FIGURE: Instruction = {
  name: "figure",
  purpose: "Draws a diagram of points, segments and angles whose measures can be used.",
  forms: ["figure ITEM[, ITEM …]"],
  examples: [["figure point A = (0, 0), point B = (4, 0), point C = (0, 3), polygon A B C, length B C"]],
  begins: (sentence) => sentence.peekWords("figure"),
  read: (sentence) => {
    sentence.takeWords("figure");
    const { environment } = sentence;
    const before = pointsIn(environment);
    const figure = readFigure(sentence, new Set(before.keys()));
    const points = new Map([...before, ...ownPoints(figure)]);
    return {
      instruction: "figure",
      declares: (known) => withPoints(known, figure, points),
      run: () => figureOutcome(figure, points, environment),
    };
  },
};

function ownPoints({ parts }: WrittenFigure): PointNames {
  return new Map(parts.flatMap((part) => (part.kind === "point" ? [[part.name, { x: part.x, y: part.y }] as const] : [])));
}

function withPoints(environment: Environment, figure: WrittenFigure, points: PointNames): Environment {
  const own = ownPoints(figure);
  const definitions = new Map([...environment.definitions, ...[...own].map(([letter, { x, y }]) => [letter, tuple([x, y])] as const)]);
  // What the author declared by such a name stays the author's.
  const measures = Object.keys(MEASURES).filter((word) => {
    const declared = environment.functions.get(word);
    return !environment.quantities.has(word) && (!declared || "build" in declared);
  });
  const functions = new Map([
    ...environment.functions,
    ...measures.map((word): readonly [string, FunctionDefinition] => [word, { build: (args) => measured(word, args, points) }]),
  ]);
  return { ...environment, definitions, functions, quantities: new Set([...environment.quantities, ...own.keys()]) };
}

/** A measure of points that are given by name or as pairs. */
function measured(word: string, args: readonly Expression[], known: PointNames): Expression | string {
  const measure = MEASURES[word];
  const points = args.map((arg) => pointOf(arg, known));
  const missing = args.find((_, k) => points[k] === undefined);
  if (missing) return `${word} is measured between points, such as ${[...known.keys()].slice(0, 3).join(", ")}`;
  const own = points.flatMap((point) => point ?? []);
  if (!measure || own.length < measure.least || own.length > measure.most) {
    const count = measure?.least === measure?.most ? `${measure?.least}` : `at least ${measure?.least}`;
    return `${word} takes ${count} points`;
  }
  const coinciding = word === "angle" && [0, 2].some((k) => points[k] === points[1]);
  return coinciding ? `an angle at ${args[1]?.kind === "name" ? args[1].name : "a point"} needs two other points` : measure.of(own);
}
