import { compareSides } from "../../check/compare.ts";
import type { Check } from "../../check/verdict.ts";
import { ballValue } from "../../expression/ball-value.ts";
import { type Expression, freeNames } from "../../expression/expression.ts";
import { substitute } from "../../expression/substitute.ts";
import { type PlotItem, plot, type Range } from "../../graph/plot.ts";
import type { Scene } from "../../graph/scene.ts";
import { writtenPlain } from "../../notation/plain.ts";
import type { Syntax } from "../../notation/syntax.ts";
import * as real from "../../number/real-ball.ts";
import { BallUndefined } from "../../number/real-ball.ts";
import { equalityTest } from "../../rewrite/zero-test.ts";
import { CannotDo, NO_STEPS } from "../answer.ts";
import type { Environment } from "../environment.ts";
import type { Instruction } from "../instruction.ts";
import { putIn } from "../put-in.ts";
import type { Sentence } from "../sentence.ts";

/** `graph ITEM[, ITEM …] [for x from a to b] [for y from c to d]`: functions of one variable, with their exact marks. */
export const GRAPH: Instruction = {
  name: "graph",
  begins: (sentence) => sentence.peekWords("graph"),
  read: (sentence) => {
    sentence.takeWords("graph");
    const items = sentence.list("something to draw, such as y = x^2", ["for"]).map((written) => item(written, sentence));
    const ranges: { name: string; from: Expression; to: Expression }[] = [];
    while (sentence.takeWords("for")) {
      const name = sentence.name("the variable");
      sentence.expectWords("from");
      const from = sentence.expression("where the drawing begins", ["to"]);
      sentence.expectWords("to");
      const to = sentence.expression("where the drawing ends", ["for"]);
      ranges.push({ name, from, to });
    }
    sentence.expectEnd();
    const { environment } = sentence;
    return {
      instruction: "graph",
      run: () => {
        const asked = ranges.map((range) => range.name);
        const filled = items.map((entry) => ({ ...entry, expression: putIn(entry.expression, environment, new Set(asked)).expression }));
        const variable = variableOf(filled, asked);
        const x = ranges.find((range) => range.name === variable);
        const y = ranges.find((range) => range.name !== variable);
        const scene = plot(filled, variable, x && numericRange(x, environment), y && numericRange(y, environment));
        const checks = [marksCheck(scene)];
        return { ...NO_STEPS, answer: { kind: "graph", scene }, checks, verdict: checks[0]?.outcome };
      },
    };
  },
};

function item(written: Syntax, sentence: Sentence): PlotItem {
  const span = written.span ?? { from: 0, to: 0 };
  if (written.kind === "relation") {
    const [left, right] = written.operands;
    if (
      written.comparisons.length === 1 &&
      written.comparisons[0] === "=" &&
      left?.kind === "name" &&
      right &&
      !freeNames(sentence.mean(right)).has(left.name)
    ) {
      return { label: writtenPlain(written), expression: sentence.mean(right) };
    }
    return sentence.fail("only functions such as y = x^2 can be drawn so far: a name, “=” and an expression without that name was expected here", span);
  }
  if (written.kind === "tuple" || written.kind === "logic") return sentence.fail("only functions such as y = x^2 can be drawn so far", span);
  const meant = sentence.mean(written);
  if (meant.kind === "relation") {
    // A reference to an equation draws both of its sides' difference.
    return sentence.fail("this is an equation; draw its sides as two functions, separated by a comma", span);
  }
  return { label: writtenPlain(written), expression: meant };
}

function variableOf(items: readonly PlotItem[], asked: readonly string[]): string {
  const names = new Set(items.flatMap(({ expression }) => [...freeNames(expression)]));
  const [only] = [...names];
  if (names.size === 1 && only !== undefined) return only;
  if (names.size === 0) return asked[0] ?? "x";
  const known = asked.find((name) => names.has(name));
  const others = [...names].filter((name) => name !== known).sort();
  if (known !== undefined) throw new CannotDo(`${others.join(", ")} has no value: give it one with “given” before drawing`);
  throw new CannotDo(`several names are free (${others.join(", ")}): give all but one a value with “given” before drawing`);
}

function numericRange(range: { from: Expression; to: Expression }, environment: Environment): Range {
  const [from, to] = [range.from, range.to].map((end) => {
    try {
      return real.toNumber(ballValue(putIn(end, environment).expression, 96).re);
    } catch (error) {
      if (error instanceof BallUndefined) throw new CannotDo("the ends of a drawing are numbers");
      throw error;
    }
  });
  if (from === undefined || to === undefined || !(from < to)) throw new CannotDo("a drawing begins at a smaller value than it ends");
  return { from, to };
}

/** Each mark is put back into the curves it lies on. */
function marksCheck(scene: Scene): Check {
  let tacked = false;
  for (const mark of scene.marks) {
    for (const index of mark.curves) {
      const curve = scene.curves[index];
      if (!curve) continue;
      const value = substitute(curve.expression, new Map([[scene.variable, mark.x]]));
      const test = equalityTest(value, mark.y);
      if (test.kind === "zero") continue;
      const compared = compareSides(value, mark.y);
      if (test.kind === "nonzero" || compared.kind === "differ") return marks("bent", `the ${mark.kind} is not on ${curve.label}`);
      tacked = true;
    }
  }
  const count = scene.marks.length;
  return marks(tacked ? "tacked" : "nailed", count === 0 ? "no marks were found to check" : `each of the ${count} marks was put back into its curve`);
}

function marks(outcome: Check["outcome"], detail: string): Check {
  return { kind: "substitution", outcome, detail, lines: [{ note: detail }] };
}
