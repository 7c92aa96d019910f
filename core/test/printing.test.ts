import { describe, expect, test } from "vitest";
import { equal } from "../src/expression/expression.ts";
import { latex } from "../src/notation/latex.ts";
import { text } from "../src/notation/text.ts";
import { read } from "./read.ts";

describe("printing", () => {
  test.each<[string, string, string]>([
    ["x^2 + 3x - 1", "x^2 + 3x - 1", "{x}^{2}+3 x-1"],
    ["(x + 1)/(x - 1)", "(x + 1)/(x - 1)", "\\frac{x+1}{x-1}"],
    ["sqrt(2)/2", "sqrt(2)/2", "\\frac{\\sqrt{2}}{2}"],
    ["cbrt(x)", "cbrt(x)", "\\sqrt[3]{x}"],
    ["root(4, x + 1)", "root(4, x + 1)", "\\sqrt[4]{x+1}"],
    ["2 pi r", "2pi r", "2 \\pi  r"],
    ["-x^2", "-x^2", "-{x}^{2}"],
    ["(-x)^2", "x^2", "{x}^{2}"],
    ["2^(-x)", "2^(-x)", "{2}^{-x}"],
    ["e^(-t/tau)", "e^(-t/tau)", "{\\mathrm{e}}^{-\\frac{t}{\\tau}}"],
    ["sin^2 x", "sin(x)^2", "\\sin^{2} x"],
    ["sin(x)^2 cos(x)", "sin(x)^2 cos(x)", "\\sin^{2}\\!\\left(x\\right) \\cos x"],
    ["ln(x + 1)", "ln(x + 1)", "\\ln\\!\\left(x+1\\right)"],
    ["log_2(x)", "lb(x)", "\\operatorname{lb} x"],
    ["lg x", "lg(x)", "\\lg x"],
    ["|x - 3|", "|x - 3|", "\\left|x-3\\right|"],
    ["floor(x/2)", "floor(x/2)", "\\left\\lfloor \\frac{x}{2}\\right\\rfloor "],
    ["v_0 t - 1/2 g t^2", "t v_0 - g t^2/2", "t v_{0}-\\frac{g {t}^{2}}{2}"],
    ["m v^2/2", "m v^2/2", "\\frac{m {v}^{2}}{2}"],
    ["a/(b c)", "a/(b c)", "\\frac{a}{b c}"],
    ["(a/b)/c", "a/(b c)", "\\frac{a}{b c}"],
    ["1/(1 + 1/x)", "1/(1 + 1/x)", "\\frac{1}{1+\\frac{1}{x}}"],
    ["x y z", "x y z", "x y z"],
    ["3 sqrt(x)", "3 sqrt(x)", "3 \\sqrt{x}"],
    ["x sqrt(2)", "sqrt(2) x", "\\sqrt{2} x"],
    ["sqrt(x^2 + y^2)", "sqrt(x^2 + y^2)", "\\sqrt{{x}^{2}+{y}^{2}}"],
    ["5!", "120", "120"],
    ["(n + 1)!", "(n + 1)!", "\\left(n+1\\right)!"],
    ["theta + phi", "phi + theta", "\\phi+\\theta"],
    ["alpha_1 beta_2", "alpha_1 beta_2", "\\alpha_{1} \\beta_{2}"],
    ["arcsin(x/2)", "arcsin(x/2)", "\\arcsin\\!\\left(\\frac{x}{2}\\right)"],
    ["tan(2 theta)", "tan(2theta)", "\\tan 2 \\theta"],
    ["sum_(k=1)^n k^2", "(sum_(k=1)^n k^2)", "\\sum_{k=1}^{n} {k}^{2}"],
    ["int_0^1 x^2 dx", "(int_0^1 x^2 dx)", "\\int_{0}^{1} {x}^{2} \\,\\mathrm{d}x"],
    ["3 + 4i", "3 + 4i", "3+4 \\mathrm{i}"],
    ["e^(i pi)", "-1", "-1"],
    ["conj(z)", "conj(z)", "\\overline{z}"],
    ["Re(z) + Im(z)", "Re(z) + Im(z)", "\\operatorname{Re} z+\\operatorname{Im} z"],
    ["max(x, y)", "max(x, y)", "\\max\\!\\left(x, y\\right)"],
    ["sgn(x)", "sgn(x)", "\\operatorname{sgn} x"],
    ["cases(x if x > 0, -x otherwise)", "cases(x if x > 0, -x otherwise)", "\\begin{cases}x & \\text{if } x > 0 \\\\ -x & \\text{otherwise}\\end{cases}"],
    ["0.5 x", "0.5x", "0.5 x"],
    ["1.5e3", "1.5e3", "1.5 \\times 10^{3}"],
    ["x^(1/3)", "x^(1/3)", "{x}^{\\frac{1}{3}}"],
    ["x^(3/2)", "x^(3/2)", "{x}^{\\frac{3}{2}}"],
    ["(x + y)^2/(x - y)", "(x + y)^2/(x - y)", "\\frac{{\\left(x+y\\right)}^{2}}{x-y}"],
    ["-(x + 1)", "-(x + 1)", "-\\left(x+1\\right)"],
    ["2 (x + 1)(x - 1)", "2 (x - 1) (x + 1)", "2 \\left(x-1\\right) \\left(x+1\\right)"],
    ["10^(-6)", "1/1000000", "\\frac{1}{1000000}"],
    ["binomial(n, k)", "binomial(n, k)", "\\binom{n}{k}"],
  ])("%s as %s and as %s, which mean the same", (source, asText, asLatex) => {
    const e = read(source);
    expect(text(e)).toBe(asText);
    expect(latex(e)).toBe(asLatex);
    expect(equal(read(text(e)), e)).toBe(true);
  });
});
