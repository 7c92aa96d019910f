import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { answered } from "../oracle.ts";
import { cases } from "../seed.ts";
import { pick } from "./made-up.ts";

/** Without a value, each written in several ways. */
const UNDEFINED = pick(
  ...["tan(pi/2)", "tan(-3pi/2)", "sec(pi/2)", "cot(0)", "csc(pi)", "ln(0)", "ln(1 - 1)", "lg(2 - sqrt(4))", "1/0", "1/(2 - 2)", "1/(sqrt(2)^2 - 2)", "0^(-1)"],
  ...["(-1)!", "(-3)!", "sum_(k=0)^5 1/k", "product_(k=1)^4 1/(k - 2)", "artanh(1)", "1/sin(2pi)", "1/cos(pi/2)", "1/(sin(1)^2 + cos(1)^2 - 1)", "log_1(5)"],
);
/** Their neighbours that have one. */
const DEFINED = pick(
  "tan(pi/3)",
  "sec(pi/3)",
  "cot(pi/2)",
  "ln(1)",
  "1/(2 - 1)",
  "0^2",
  "0!",
  "3!",
  "sum_(k=1)^5 1/k",
  "artanh(1/2)",
  "1/sin(pi/2)",
  "(1/2)^(-1)",
);
/** What stands around it: where the value drops out, the number is undefined all the same. */
const AROUND = pick("u", "0 u", "u/u", "u - u", "1 + u", "|u|", "u^2", "sqrt(u^2)", "2 u + 3", "e^u", "u^0", "1/u");
const SENTENCE = pick("evaluate E", "simplify E", "show E = 0", "show E = E", "solve x = E for x", "solve x + E = 2x for x");

const filled = (sentence: string, around: string, u: string): string => sentence.replaceAll("E", `(${around.replaceAll("u", `(${u})`)})`);

describe("values that are not defined", () => {
  it("are errors in every sentence, wherever they stand", () => {
    fc.assert(
      fc.property(SENTENCE, AROUND, UNDEFINED, (sentence, around, u) => {
        const source = filled(sentence, around, u);
        const report = answered(source);
        expect(report.error, `${source} is ${JSON.stringify(report.answer)?.slice(0, 200)}`).toBeDefined();
        expect(report.error?.message, source).toMatch(/defined|divi|base of a logarithm|0/);
      }),
      cases(150),
    );
  });

  it("have neighbours that are numbers", () => {
    fc.assert(
      fc.property(pick("evaluate E", "simplify E"), pick("u", "0 u", "u - u", "1 + u", "|u|", "u^2"), DEFINED, (sentence, around, u) => {
        const source = filled(sentence, around, u);
        const report = answered(source);
        expect(report.error?.message, source).toBeUndefined();
        expect(["nailed", "tacked"], source).toContain(report.verdict);
      }),
      cases(60),
    );
  });
});
