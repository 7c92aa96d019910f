import type { Expression } from "../../expression/expression.ts";
import { position } from "../../graph/marks/point-mark.ts";
import { plot } from "../../graph/plot.ts";
import type { Mark, Scene, Window } from "../../graph/scene.ts";
import { text } from "../../notation/text.ts";
import { CannotDo, NO_STEPS } from "../answer.ts";
import type { Environment } from "../environment.ts";
import { axisUnits } from "../graphs/axis-units.ts";
import { laidOut } from "../graphs/layout.ts";
import { marksCheck } from "../graphs/marks-check.ts";
import type { Options } from "../graphs/options.ts";
import { stateWords } from "../graphs/sliders.ts";
import { readGraph, type WrittenGraph } from "../graphs/written.ts";
import type { Instruction } from "../instruction.ts";

/**
 * `graph ITEM[, ITEM …] [for x from a to b] [for y from c to d] [with …] [without …]`: functions, curves, paths, parts of the plane,
 * points, complex numbers, angles, fields, data and surfaces, with their exact marks. `for a in 1, 2, 3` draws one graph for each value.
 */
export const GRAPH: Instruction = {
  name: "graph",
  purpose: "Draws functions, curves, parts of the plane, points, complex numbers, angles and surfaces, with their exact marks.",
  forms: ["graph ITEM[, ITEM …] [for x from a to b] [for y from c to d]", "graph ITEM from a to b"],
  examples: [
    ["graph y = x^2 - 2x for x from -1 to 3"],
    ["let z = 3 + 4i", "let w = 1 - 2i", "graph z + w"],
    ["given A in (pi/2, pi) with sin A = 3/5", "graph angle A"],
  ],
  follows: ({ line, relation, value, letters }) => {
    if (letters.length !== 1) return [];
    const [left, right] = relation?.operands ?? [];
    if (left && right && relation?.operands.length === 2) return [`graph y = ${text(left)}, y = ${text(right)}`];
    return value ? [`graph (${line})`] : [];
  },
  spellings: [
    { typed: "plot|draw|sketch the? graph|graphs? of {E}", means: "graph {E}" },
    { typed: "the? graph|graphs of {E}", means: "graph {E}" },
    { typed: "graph the? function|functions|curve|curves {E}", means: "graph {E}" },
    { typed: "plot|draw|sketch {E}", means: "graph {E}" },
    { typed: "graph {E} between {A} and {B}", means: "graph {E} from {A} to {B}" },
    { typed: "graph {E} against|vs|versus {x}", means: "graph {E}" },
  ],
  begins: (sentence) => sentence.peekWords("graph"),
  read: (sentence) => {
    sentence.takeWords("graph");
    const graph = readGraph(sentence);
    const { environment } = sentence;
    return {
      instruction: "graph",
      run: () => {
        const values = graph.states?.values ?? [undefined];
        if (values.length > MOST_STATES) throw new CannotDo(`at most ${MOST_STATES} states are drawn side by side`);
        const drawings = values.map((value) => drawing(graph, value, environment));
        const [first, ...others] = drawings.length > 1 ? drawings.map(({ within }) => within(commonWindow(drawings.map(({ scene }) => scene)))) : drawings;
        if (!first) throw new CannotDo("there is nothing to draw");
        const checks = [marksCheck(first.scene, ...others.map(({ scene }) => scene))];
        return {
          ...NO_STEPS,
          answer: { kind: "graph", scene: first.scene, states: others.map(({ scene }) => scene), inWindow: (window) => first.within(window).scene },
          checks,
          verdict: checks[0]?.outcome,
        };
      },
    };
  },
};

const MOST_STATES = 6;

/** A scene and the same things in another window, with the marks that are known. */
interface Drawing {
  readonly scene: Scene;
  readonly within: (window: Window) => Drawing;
}

function drawing(graph: WrittenGraph, value: Expression | undefined, environment: Environment): Drawing {
  const chosen = new Map(graph.states && value ? [[graph.states.name, value]] : []);
  const { drawn, view, sliders, state } = laidOut(graph, chosen, environment);
  const units = axisUnits(graph, view, environment);
  const axisWords = new Map([...units.words, ...graph.options.axisWords]);
  const finished = (scene: Scene): Drawing => ({
    scene: {
      ...scene,
      marks: arranged(scene.marks, graph.options),
      ...(sliders.length > 0 ? { sliders, state: stateWords(state) } : {}),
      ...(axisWords.size > 0 ? { axisWords } : {}),
      ...(units.sizes.size > 0 ? { axisUnits: units.sizes } : {}),
    },
    within: ({ xMin, xMax, yMin, yMax }) =>
      finished(plot(drawn, { ...view, equalScales: false, x: { from: xMin, to: xMax }, y: { from: yMin, to: yMax } }, scene.marks)),
  });
  return finished(plot(drawn, view));
}

/** The marks without those the author leaves out, the labels where the author put them. */
function arranged(marks: readonly Mark[], { labels, hiddenKinds, hiddenMarks }: Options): readonly Mark[] {
  return marks.map((mark) => {
    const place = labels.get(mark.number ?? 0);
    const [x, y] = place?.kind === "tuple" ? place.items : [];
    const labelAt = x && y && position(x, y);
    const hidden = hiddenKinds.has(mark.kind) || hiddenMarks.has(mark.number ?? 0);
    return { ...mark, ...(labelAt ? { labelAt } : {}), ...(hidden ? { hidden } : {}) };
  });
}

function commonWindow(scenes: readonly Scene[]): Window {
  const all = scenes.map(({ window }) => window);
  return {
    xMin: Math.min(...all.map(({ xMin }) => xMin)),
    xMax: Math.max(...all.map(({ xMax }) => xMax)),
    yMin: Math.min(...all.map(({ yMin }) => yMin)),
    yMax: Math.max(...all.map(({ yMax }) => yMax)),
  };
}
