import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { answered } from "../oracle.ts";
import { cases } from "../seed.ts";
import { Tally } from "./claims.ts";
import { type Complex, complexOf, holdsAt, isDefined, isNear, type Values, valueAt } from "./complex-doubles.ts";
import { pick } from "./made-up.ts";

/** Numbers on both axes and in every quarter, on cuts and near 0. */
const PLANE: readonly Complex[] = [0.3, 1, 2.5, 4].flatMap((r) =>
  Array.from({ length: 16 }, (_, k) => complexOf(r * Math.cos((k * Math.PI) / 8), r * Math.sin((k * Math.PI) / 8))),
);
const LINE: readonly Complex[] = Array.from({ length: 61 }, (_, k) => complexOf((k - 30) / 4 + 0.013));

/** A setting: the lines before, and the numbers that z may be. */
interface Setting {
  readonly given: readonly string[];
  readonly numbers: readonly Complex[];
}

const SETTINGS: readonly Setting[] = [
  { given: ["given z in complex"], numbers: PLANE },
  { given: [], numbers: LINE },
  { given: ["given z > 0"], numbers: LINE.filter(({ re }) => re > 0) },
  { given: ["given z < 0"], numbers: LINE.filter(({ re }) => re < 0) },
  { given: ["given -1 < z < 1"], numbers: LINE.filter(({ re }) => Math.abs(re) < 1) },
  { given: ["given z in (0, pi/2)"], numbers: LINE.filter(({ re }) => re > 0 && re < Math.PI / 2) },
  { given: ["given z >= 2"], numbers: LINE.filter(({ re }) => re >= 2) },
];

/** Groups of forms that are equal somewhere, and not everywhere. */
const GROUPS: readonly (readonly string[])[] = [
  ["sqrt(z^2)", "|z|", "z", "-z", "sqrt(z)^2", "sqrt(z conj(z))", "conj(z)", "Re(z)", "e^(ln z)", "z sgn(z)"],
  ["|z|^2", "z^2", "z conj(z)", "Re(z)^2 + Im(z)^2", "Re(z)^2 - Im(z)^2", "|z^2|", "sqrt(z^4)", "Re(z^2)"],
  ["ln(e^z)", "z", "Re(z)", "e^(ln z)", "ln(e^(2z))/2", "2 ln(e^(z/2))"],
  ["ln(z^2)", "2 ln z", "2 ln|z|", "ln(z) + ln(|z|)", "ln(-z) + ln(z)", "-ln(1/z^2)"],
  ["sqrt(e^(2z))", "e^z", "|e^z|", "(e^(3z))^(1/3)", "e^(3z)/(e^z)^2", "(4^z)^(1/2)/2^z e^z"],
  ["e^(i z)", "cos z + i sin z", "cos z - i sin z", "e^(-i z)", "conj(e^(-i z))", "1/e^(-i z)"],
  ["sin^2 z", "1 - cos^2 z", "(1 - cos(2z))/2", "|sin z|^2", "(1 + cos(2z))/2"],
  ["arcsin(sin z)", "z", "pi - z", "arccos(cos z)", "arctan(tan z)", "|z|"],
  ["sqrt(1 - z)", "sqrt(1 - z^2)/sqrt(1 + z)", "sqrt((1 - z)^2)/sqrt(1 - z)", "(1 - z)/sqrt(1 - z)", "sqrt(z - 1)"],
  ["|z - 1|", "1 - z", "z - 1", "|1 - z|", "sqrt((z - 1)^2)", "max(z - 1, 1 - z)"],
  ["cosh(z)^2 - sinh(z)^2", "1", "sin^2 z + cos^2 z", "cosh(2z)", "|e^(i z)|", "e^z e^(-z)"],
  ["floor(z + 2)", "floor(z) + 2", "ceil(z + 2)", "-ceil(-z - 2)", "-floor(-z) + 2", "floor(z + 5/2)"],
  ["z/|z|", "sgn(z)", "|z|/z", "sgn(z)^3", "sgn(2z)", "-sgn(-z^3)", "sgn(z^2)"],
  ["arsinh(z)", "ln(z + sqrt(z^2 + 1))", "-arsinh(-z)", "-ln(sqrt(z^2 + 1) - z)", "ln(sqrt(z^2 + 1) - z)"],
  ["arcsin(z)", "arctan(z/sqrt(1 - z^2))", "pi/2 - arccos(z)", "2 arctan(z/(1 + sqrt(1 - z^2)))", "arccos(sqrt(1 - z^2))"],
  ["arctan(z)", "pi/2 - arctan(1/z)", "arcsin(z/sqrt(1 + z^2))", "-pi/2 - arctan(1/z)", "arctan(2z/(1 - z^2))/2"],
  ["|sin(z/2)|", "sqrt((1 - cos z)/2)", "sin(z/2)", "sqrt(1 - cos^2(z/2))", "|cos(z/2)|"],
  ["tan(z)", "sin z/cos z", "sin(2z)/(1 + cos(2z))", "(1 - cos(2z))/sin(2z)", "sqrt(sec^2 z - 1)", "cot(pi/2 - z)"],
];

const setting = pick(...SETTINGS);
const pair = pick(...GROUPS).chain((group) => fc.tuple(pick(...group), pick(...group)));

/** Among real numbers a side has a value only where all its parts are real, unless i stands in it. */
function sides(left: string, right: string, values: Values, given: readonly string[]): readonly [Complex, Complex] | undefined {
  const world = given.includes("given z in complex") || /\bi\b/.test(left + right) ? "complex" : "real";
  const [a, b] = [valueAt(left, values, world), valueAt(right, values, world)];
  return isDefined(a) && isDefined(b) ? [a, b] : undefined;
}

describe("identities", () => {
  it("that are nailed hold at every number of their setting but the exceptions, and false ones fail where it is said", () => {
    const tally = new Tally();
    fc.assert(
      fc.property(setting, pair, ({ given, numbers }, [left, right]) => {
        const report = answered(...given, `show ${left} = ${right}`);
        const where = [...given, `show ${left} = ${right}`].join("; ");
        const { answer } = report;
        if (answer?.kind !== "truth") return tally.count(false);
        tally.count(answer.holds !== null && report.verdict !== "tacked");
        const differing = numbers.filter((z) => {
          const both = sides(left, right, { z }, given);
          const isExcepted = answer.exceptions?.some((exception) => holdsAt(exception, { z }) !== false) ?? false;
          return both && !isExcepted && !isNear(...both);
        });
        if (answer.holds === true) expect(differing, where).toEqual([]);
        if (answer.holds !== false) return;
        const point = answer.counterexample?.["z"];
        if (!point) {
          // Without a point the sides are said to differ always.
          expect(
            numbers.some((z) => (sides(left, right, { z }, given) ?? [complexOf(0), complexOf(1)]).every((side, _, [first]) => first && isNear(side, first))),
            where,
          ).toBe(false);
          return;
        }
        const z = point.re === undefined ? valueAt(point.text, {}) : complexOf(Number(point.re), Number(point.im ?? 0));
        const [a, b] = [valueAt(left, { z }), valueAt(right, { z })];
        expect(isDefined(a) && isDefined(b) && isNear(a, b, 1e-12), `${where} at ${point.text}`).toBe(false);
      }),
      cases(110),
    );
    tally.demand(0.75);
  });
});

describe("rewriting", () => {
  it("keeps the value at every number of its setting", () => {
    const tally = new Tally();
    const instruction = pick("simplify", "expand", "factor", "combine");
    const whole = pair.map(([a, _b]) => a).chain((a) => pick(...GROUPS).chain((group) => pick(...group).map((b) => [a, b] as const)));
    fc.assert(
      fc.property(setting, instruction, whole, pick(" + ", " * ", " - "), ({ given, numbers }, verb, [a, b], sign) => {
        const source = `${a}${sign}(${b})`;
        const report = answered(...given, `${verb} ${source}`);
        const { answer } = report;
        expect(report.verdict, `${verb} ${source}`).not.toBe("bent");
        tally.count(answer?.kind === "expression" && report.verdict === "nailed");
        if (answer?.kind !== "expression") return;
        for (const z of numbers) {
          if (!(answer.conditions ?? []).every((condition) => holdsAt(condition, { z }) === true)) continue;
          const both = sides(source, answer.value.text, { z }, given);
          if (both) expect(isNear(...both, 1e-7), `${[...given, `${verb} ${source}`].join("; ")} is ${answer.value.text}, at ${z.re} + ${z.im} i`).toBe(true);
        }
      }),
      cases(90),
    );
    tally.demand(0.8);
  });
});
