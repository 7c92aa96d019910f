import { describe, expect, test } from "vitest";
import { answered } from "./oracle.ts";

describe("what cannot be read or carried out", () => {
  // The beginning of the message, and the place in the line: where it begins, and what stands there.
  test.each<[string, string, number, string]>([
    ["solve x^2 = for x", "a number, a name or a bracket was expected here, but the", 12, ""],
    ["solve (x + 1 = 2", "a closing “)” was expected here, for the bracket at", 16, ""],
    ["solve x + 1) = 2", "this bracket closes nothing: there is no opening bracket", 11, ")"],
    ["evaluate 1/0", "division by zero: this denominator is", 11, "0"],
    ["evaluate 2 +", "a number, a name or a bracket was expected here, but the", 12, ""],
    ["evaluate * 3", "“*” cannot stand here: a number, a name or a bracket was", 9, "*"],
    ["evaluate sqrt(", "a number, a name or a bracket was expected here, but the", 14, ""],
    ["evaluate sin()", "“)” cannot stand here: a number, a name or a bracket was", 13, ")"],
    ["evaluate ln(0)", "this is not defined: ln(0) has no", 0, "evaluate ln(0)"],
    ["evaluate tan(pi/2)", "this is not defined: tan(pi/2) has no", 0, "evaluate tan(pi/2)"],
    ["evaluate 0^0", "0 to the power 0 is not", 9, "0^0"],
    ["evaluate 1/(2 - 2)", "division by zero: this denominator is", 11, "(2 - 2)"],
    ["evaluate log_1(5)", "the base of a logarithm is neither 0 nor", 13, "1"],
    ["evaluate (-1)!", "this is not defined: (-1)! has no", 0, "evaluate (-1)!"],
    ["solve x + y = 1", "several names are free (x, y): say which to solve for, as", 6, "x + y = 1"],
    ["solve for x", "an equation was expected here", 6, "for"],
    ["solve x = 1 for", "the unknown was expected", 15, ""],
    ["solve x^2 = 4 in [2", "a comma between the ends of the interval was expected", 19, ""],
    ["solve x^2 = 4 in 0, 5", "an interval was expected here, such as [0, 2", 17, "0"],
    ["solve x^2 = 4 over numbers", "a domain was expected here: reals, complex, integers or", 19, "numbers"],
    ["solve x^2 = 4 near", "a number was expected", 18, ""],
    ["given x >", "what it is compared with was expected", 9, ""],
    ["given x =", "the value was expected", 9, ""],
    ["given", "a name such as v_0, or a relation such as 0 < x < 3 was", 5, ""],
    ["let f(x) =", "the definition was expected", 10, ""],
    ["let = 3", "the name of a function or quantity was expected", 4, "="],
    ["expect x = 2", "there is no answer above to compare", 7, "x = 2"],
    ["keep x > 0", "no line above has solutions to choose", 0, "keep x > 0"],
    ["keep x > 0 from (9)", "there is no line 9 before this", 16, "(9)"],
    ["= 5", "there is no value above that this could be equal", 0, "="],
    ["so x = 2", "there is no equation above that this could follow", 3, "x = 2"],
    ["show x + 1", "an identity with “=” was expected", 5, "x + 1"],
    ["evaluate x^^2", "“^” cannot stand here: a number, a name or a bracket was", 11, "^"],
    ["evaluate 3..5", "an operator or the end was expected", 10, "."],
    ["evaluate #", "an expression was expected", 8, ""],
    ["solve x = 2 = 3 for x", "an equation with one “=” was expected here, or an inequality", 6, "x = 2 = 3 "],
    ["evaluate cases(1 if x > 0", "a comma and the next case, or the closing bracket, was", 25, ""],
    ["factor", "an expression was expected", 6, ""],
    ["simplify", "an expression was expected", 8, ""],
    ["expand", "an expression was expected", 6, ""],
    ["maximise", "what is to be optimised was expected", 8, ""],
    ["maximise x over", "a variable was expected", 15, ""],
    ["graph", "something to draw, such as y = x^2 was expected", 5, ""],
    ["tabulate x", "“for” was expected", 10, ""],
    ["tabulate x for x from 0 to", "the last value was expected", 26, ""],
    ["partial fractions of", "an expression was expected", 20, ""],
    ["complete the square in", "an expression was expected", 22, ""],
    ["rewrite x with", "one of these was expected here: sin, cos; cos, sin; sinh,", 14, ""],
    ["rewrite x with magic", "one of these was expected here: sin, cos; cos, sin; sinh,", 15, "magic"],
    ["substitute into x", "a value such as x = 3 was expected", 11, "into"],
    ["evaluate 5 [xyz]", "a unit was expected in these square brackets, such as", 11, "[xyz]"],
    ["given v = 5 kg/", "a number, a name or a bracket was expected here, but the", 15, ""],
    ["evaluate binomial(2)", "binomial takes 2 arguments, but one was", 9, "binomial(2)"],
    ["evaluate root(3)", "root takes 2 arguments, but one was", 9, "root(3)"],
    ["evaluate max()", "“)” cannot stand here: a number, a name or a bracket was", 13, ")"],
    ["evaluate |x", "the closing bar of |…| was expected", 11, ""],
    ["evaluate sum_(k=1)^", "a number, a name or a bracket was expected here, but the", 19, ""],
    ["evaluate int_0^1 x", "the variable of integration (such as dx) was expected", 18, ""],
  ])("%j says “%s …” at %d, of %j", (line, message, from, there) => {
    const { error } = answered(line);
    expect(error?.message.startsWith(message), error?.message).toBe(true);
    expect(error?.from).toBe(from);
    expect(line.slice(error?.from, error?.to)).toBe(there);
  });

  test.each<[readonly string[], RegExp]>([
    [["given x > 1", "evaluate 2 (1)"], /line 1 is a relation/],
    [["solve x^2 = 4", "evaluate (1) + 1"], /line 1 has 2 solutions: choose one/],
    [["evaluate (x = 2) + 1"], /this is a relation/],
    [["let f(x) = x^2", "evaluate f(1, 2)"], /f/],
  ])("%j says %s", (lines, message) => expect(answered(...lines).error?.message).toMatch(message));
});
