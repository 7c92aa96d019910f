import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { equal } from "../src/expression/expression.ts";
import { elaborate } from "../src/notation/elaborate.ts";
import { latex } from "../src/notation/latex.ts";
import { mathml } from "../src/notation/mathml.ts";
import { parse } from "../src/notation/parse.ts";
import { type Declarations, NotationError } from "../src/notation/syntax.ts";
import { text } from "../src/notation/text.ts";
import { expression } from "./arbitrary.ts";

const read = (source: string) => elaborate(parse(source));
const same = (a: string, b: string) => expect(equal(read(a), read(b)), `${a} is read ${text(read(a))}, not ${text(read(b))}`).toBe(true);

describe("reading", () => {
  test.each([
    ["1/2x", "(1/2)*x"],
    ["2 pi r", "2*pi*r"],
    ["-x^2", "-(x^2)"],
    ["2^3^2", "512"],
    ["xy", "x*y"],
    ["x_max + v0", "x_max + v_0"],
    ["3(x+1)(x-2)", "3*(x+1)*(x-2)"],
    ["x/(2y)", "x*(1/2)*(1/y)"],
    ["sin 2x cos y", "sin(2x)*cos(y)"],
    ["sin x/x", "sin(x)/x"],
    ["sin^2 x", "(sin(x))^2"],
    ["sin^-1 x", "arcsin(x)"],
    ["sin²x + cos² x", "sin(x)^2 + cos(x)^2"],
    ["ln 2x^3 + 1", "ln(2x^3) + 1"],
    ["|x - 3|", "abs(x-3)"],
    ["2|x||y|", "2*abs(x)*abs(y)"],
    ["||x|-1|", "abs(abs(x)-1)"],
    ["x² − 3·x ÷ 2", "x^2 - 3x/2"],
    ["√2 x", "sqrt(2)*x"],
    ["log_2(8)", "3"],
    ["log(1000)", "3"],
    ["lb x", "log_2(x)"],
    ["30°", "pi/6"],
    ["45 deg", "pi/4"],
    ["5!/3!", "20"],
    ["θ + theta", "2theta"],
    ["6.02e23", "602000000000000000000000"],
    ["2e", "2*e"],
    ["e^-x", "1/e^x"],
    ["cbrt(-27)", "-3"],
    ["root(4, 16)", "2"],
    ["(-8)^(1/3)", "2 (-1)^(1/3)"],
    ["cases(x^2 if x < 1, 2x - 1 otherwise)", "cases(x^2 if x<1, 2x-1 otherwise)"],
    ["sum_(k=1)^n k^2 + 1", "(sum_(k=1)^n (k^2)) + 1"],
    ["int_0^1 x^2 dx", "(int_0^1 (x*x) dx)"],
    ["int_0^(2pi) sin x dx + 1", "1 + (int_0^(2pi) sin(x) dx)"],
    ["dot((1,2),(3,4))", "11"],
    ["cross((1,0,0),(0,1,0))", "(0,0,1)"],
    ["\\frac{1}{2} x", "x/2"],
    ["\\sqrt[3]{x}", "cbrt(x)"],
    ["\\sin\\theta", "sin theta"],
    ["\\left( x_{0} + 1 \\right) \\cdot 2", "2(x0+1)"],
    ["\\frac{-b \\pm 0}{2a}", "\\frac{-b}{2a}"],
    ["\\int_0^1 x^2 \\, dx", "int_0^1 x^2 dx"],
    ["\\sum_{k=1}^{n} k", "sum_(k=1)^n k"],
    ["\\frac{d}{dx} x^2", "d/dx (x^2)"],
    ["e^{-\\lambda t}", "exp(-lambda t)"],
    ["\\log_{2}{x}", "log_2(x)"],
    ["90^\\circ", "pi/2"],
    ["x \\le 3", "x <= 3"],
    ["\\begin{cases} x & x < 1 \\\\ 2 & \\text{otherwise} \\end{cases}", "cases(x if x<1, 2 otherwise)"],
    ["\\begin{pmatrix} 1 & 2 \\\\ 3 & 4 \\end{pmatrix}", "((1,2),(3,4))"],
  ])("%s is %s", (a, b) => {
    if (a.includes("\\pm")) {
      expect(() => read(a)).toThrow(/two alternatives/);
      same(a.replace("\\pm", "+"), b);
    } else same(a, b);
  });

  it("takes ± in an equation as two alternatives", () => same("x = 1 ± sqrt(2)", "x = 1 + sqrt(2) or x = 1 - sqrt(2)"));

  it("lets a declared name win over a product of letters and over constants", () => {
    const declared: Declarations = { names: new Set(["rate", "e"]), functions: new Map([["f", 1]]), lines: 4 };
    expect(parse("rate t", declared)).toMatchObject({ kind: "times", left: { name: "rate" }, right: { name: "t" } });
    expect(parse("f(x) + f'(2)", declared)).toMatchObject({ left: { kind: "apply", primes: 0 }, right: { kind: "apply", primes: 1 } });
    expect(parse("(3) + 1", declared)).toMatchObject({ left: { kind: "line", line: 3 } });
    expect(parse("(5) + 1", declared)).toMatchObject({ left: { kind: "group" } });
  });

  test.each([
    ["2 +", 3, 3, /number, a name or a bracket/],
    ["(x + 1", 6, 6, /closing “\)”/],
    ["x + 1)", 5, 6, /closes nothing/],
    ["x $ 2", 2, 3, /not part of the notation/],
    ["sin", 3, 3, /argument of sin/],
    ["root(3)", 0, 7, /2 arguments/],
    ["1/(2-2)", 2, 7, /division by zero/],
    ["|x + 1", 6, 6, /closing bar/],
    ["\\foo x", 0, 4, /not known/],
    ["int_0^1 x", 9, 9, /variable of integration/],
    ["12 [furlong]", 3, 12, /unit was expected/],
  ])("points at the fault in %s", (source, from, to, message) => {
    try {
      read(source);
      expect.unreachable();
    } catch (error) {
      expect(error).toBeInstanceOf(NotationError);
      if (!(error instanceof NotationError)) throw error;
      expect(error.message).toMatch(message);
      expect(error.span).toEqual({ from, to });
    }
  });
});

describe("printing", () => {
  test.each([
    ["x*3 + x^2 - 7", "x^2 + 3x - 7"],
    ["-9/4 + sqrt(73)/4", "(sqrt(73) - 9)/4"],
    ["9.8 t^2/1", "9.8t^2"],
    ["-4.9t^2 + 12t", "-4.9t^2 + 12t"],
    ["x^(1/2)", "sqrt(x)"],
    ["x^(3/2)", "x^(3/2)"],
    ["1/sqrt(2)", "sqrt(2)/2"],
    ["(-1)*x", "-x"],
    ["3/4 x^2 y", "3x^2 y/4"],
    ["2 i + 1", "1 + 2i"],
    ["(-b + sqrt(b^2 - 4a c))/(2a)", "(-b + sqrt(b^2 - 4a c))/(2a)"],
    ["sqrt(8)", "2 sqrt(2)"],
    ["e^(2x) sin(x)", "e^(2x) sin(x)"],
    ["x/x", "x/x"],
    ["1/x - 1/x", "0/x"],
  ])("%s is printed %s", (source, printed) => expect(text(read(source))).toBe(printed));

  it("parses back to the same tree", () => {
    fc.assert(
      fc.property(expression, (e) => {
        const printed = text(e);
        const back = read(printed);
        if (!equal(back, e)) throw new Error(`${printed} is read back as ${text(back)}`);
      }),
      { numRuns: 3000 },
    );
  });

  it("gives LaTeX that is read as the same tree, and well-formed MathML", () => {
    fc.assert(
      fc.property(expression, (e) => {
        const typeset = latex(e);
        const back = read(typeset.replaceAll("\\mathrm{i}", "i").replaceAll("\\mathrm{e}", "e"));
        if (!equal(back, e)) throw new Error(`${typeset} is read back as ${text(back)} instead of ${text(e)}`);
        const tags = [...mathml(e).matchAll(/<(\/?)([a-z]+)[^>]*?(\/?)>/g)];
        const open: string[] = [];
        for (const [, closing, tag = "", single] of tags) {
          if (single) continue;
          if (closing) expect(open.pop()).toBe(tag);
          else open.push(tag);
        }
        expect(open).toEqual([]);
      }),
      { numRuns: 2000 },
    );
  });
});
