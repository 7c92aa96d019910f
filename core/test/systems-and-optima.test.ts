import { describe, expect, test } from "vitest";
import { answered, solutionsOf } from "./oracle.ts";

describe("systems", () => {
  test.each<[string, readonly string[], string]>([
    ["solve 2x + 3y = 7 and x - y = 1", ["x = 2, y = 1"], "nailed"],
    ["solve x + y = 5 and x y = 6", ["x = 3, y = 2", "x = 2, y = 3"], "nailed"],
    ["solve x^2 + y^2 = 25 and y = x + 1", ["x = -4, y = -3", "x = 3, y = 4"], "nailed"],
    ["solve x^2 + y^2 = 5 and x^2 - y^2 = 3", ["x = 2, y = 1", "x = 2, y = -1", "x = -2, y = 1", "x = -2, y = -1"], "nailed"],
    ["solve x^2 + x y = 10 and y^2 + x y = 15", ["x = 2, y = 3", "x = -2, y = -3"], "nailed"],
    ["solve x y = 1 and y z = 2 and x z = 3", ["x = sqrt(6)/2, y = sqrt(6)/3, z = sqrt(6)", "x = -sqrt(6)/2, y = -sqrt(6)/3, z = -sqrt(6)"], "nailed"],
    [
      "solve x^2 + y = 3 and y^2 + x = 5",
      [
        "x = 1, y = 2",
        "x = root 1 of x^3 + x^2 - 5x - 4, y = 3 - (root 1 of x^3 + x^2 - 5x - 4)^2",
        "x = root 2 of x^3 + x^2 - 5x - 4, y = 3 - (root 2 of x^3 + x^2 - 5x - 4)^2",
        "x = root 3 of x^3 + x^2 - 5x - 4, y = 3 - (root 3 of x^3 + x^2 - 5x - 4)^2",
      ],
      "nailed",
    ],
    [
      "solve x + y + z = 6 and x y + y z + z x = 11 and x y z = 6",
      ["x = 2, y = 1, z = 3", "x = 1, y = 2, z = 3", "x = 3, y = 1, z = 2", "x = 1, y = 3, z = 2", "x = 3, y = 2, z = 1", "x = 2, y = 3, z = 1"],
      "nailed",
    ],
    ["solve e^x + e^y = 5 and e^x - e^y = 1", ["x = ln(3), y = ln(2)"], "nailed"],
    ["solve sqrt(x) + sqrt(y) = 5 and x + y = 13", ["x = 9, y = 4", "x = 4, y = 9"], "nailed"],
    ["solve T cos(a) = F and T sin(a) = m g for T, F", ["T = m g/sin(a), F = m g cos(a)/sin(a) if sin(a) != 0"], "nailed"],
    [
      "solve m_1 v_1 + m_2 v_2 = p and v_2 - v_1 = u for v_1, v_2",
      ["v_1 = (p - m_2 u)/(m_1 + m_2), v_2 = (m_1 u + p)/(m_1 + m_2) if m_1 + m_2 != 0"],
      "nailed",
    ],
    ["solve x^2 + y^2 = 1 and x^2 + y^2 = 4", [], "nailed"],
    ["solve x^2 = y^2 and x y = 0", ["x = 0, y = 0"], "nailed"],
    ["solve x^3 - y = 0 and y^3 - x = 0", ["x = 0, y = 0", "x = 1, y = 1", "x = -1, y = -1"], "nailed"],
    ["solve x + y = 1 and 2x + 2y = 2", ["x = 1 - y, y = y"], "nailed"],
    ["solve a x + y = 1 and x + a y = 1 for x, y", ["x = 1/(a + 1), y = 1/(a + 1) if a^2 != 1"], "nailed"],
    ["solve 2^x 3^y = 12 and x + y = 3", ["x = 2, y = 1"], "nailed"],
    ["solve x (x - 1) = 0 and x y = 0", ["x = 0, y = y", "x = 1, y = 0"], "nailed"],
    ["solve 1/x + 1/y = 5 and 2/x - 1/y = 1", ["x = 1/2, y = 1/3"], "nailed"],
    ["solve sin x + sin y = 1 and x + y = pi for x, y", ["x = 5pi/6 - 2pi n, y = pi/6 + 2pi n", "x = pi/6 - 2pi n, y = 5pi/6 + 2pi n"], "nailed"],
    [
      "solve x^2 + y^2 = 4 and y = e^x",
      [
        "x = root of x^2 - 4 + e^(2x) in [-2, -1.9], y = e^(root of x^2 - 4 + e^(2x) in [-2, -1.9])",
        "x = root of x^2 - 4 + e^(2x) in [0.6, 0.7], y = e^(root of x^2 - 4 + e^(2x) in [0.6, 0.7])",
      ],
      "tacked",
    ],
    ["solve x + y + z = 6 and 2x - y + z = 3 and x + 2y - z = 2", ["x = 1, y = 2, z = 3"], "nailed"],
    ["solve x + y = 2 and 2x + 2y = 5", [], "nailed"],
    ["solve x + y + z = 1 and x - y + 2z = 3", ["x = 2 - 3z/2, y = z/2 - 1, z = z"], "nailed"],
    ["solve k x + y = 1 and x + k y = k for x, y", ["x = 0, y = 1 if k^2 != 1"], "nailed"],
    [
      "solve T_1 cos(alpha) = T_2 cos(beta) and T_1 sin(alpha) + T_2 sin(beta) = m g for T_1, T_2",
      ["T_1 = m g cos(beta)/sin(alpha + beta), T_2 = m g cos(alpha)/sin(alpha + beta) if sin(alpha + beta) != 0"],
      "nailed",
    ],
    ["solve I_1 = I_2 + I_3 and 12 - 4 I_1 - 6 I_2 = 0 and 6 I_2 - 3 I_3 = 0 for I_1, I_2, I_3", ["I_1 = 2, I_2 = 2/3, I_3 = 4/3"], "nailed"],
    ["solve sqrt(2) x + y = 3 and x - sqrt(2) y = 0", ["x = sqrt(2), y = 1"], "nailed"],
    ["solve m_1 a = T - m_1 g and m_2 a = m_2 g - T for a, T", ["a = g (m_2 - m_1)/(m_1 + m_2), T = 2m_1 m_2 g/(m_1 + m_2) if m_1 + m_2 != 0"], "nailed"],
    [
      "solve m_1 u = m_1 v + m_2 w and m_1 u^2 = m_1 v^2 + m_2 w^2 for v, w",
      ["v = u (m_1 - m_2)/(m_1 + m_2), w = 2m_1 u/(m_1 + m_2) if m_2 != 0, m_1 != 0, m_1 + m_2 != 0", "v = u, w = 0 if m_2 != 0, m_1 != 0, m_1 + m_2 != 0"],
      "nailed",
    ],
    ["solve x^2 + y^2 = 10 and x y = 3", ["x = 1, y = 3", "x = 3, y = 1", "x = -3, y = -1", "x = -1, y = -3"], "nailed"],
    ["solve x^2 - y^2 = 5 and x + y = 5", ["x = 3, y = 2"], "nailed"],
    ["solve y = x^2 and x = y^2", ["x = 0, y = 0", "x = 1, y = 1"], "nailed"],
    ["solve x^2 + y^2 = 2 and x^4 + y^4 = 2", ["x = 1, y = 1", "x = -1, y = 1", "x = 1, y = -1", "x = -1, y = -1"], "nailed"],
    ["solve x^3 + y^3 = 9 and x + y = 3", ["x = 2, y = 1", "x = 1, y = 2"], "nailed"],
    ["solve x y + x + y = 11 and x^2 y + x y^2 = 30", ["x = 1, y = 5", "x = 2, y = 3", "x = 3, y = 2", "x = 5, y = 1"], "nailed"],
    [
      "solve x^2 = y + 1 and y^2 = x + 1",
      ["x = 0, y = -1", "x = -1, y = 0", "x = (1 + sqrt(5))/2, y = (1 + sqrt(5))/2", "x = (1 - sqrt(5))/2, y = (1 - sqrt(5))/2"],
      "nailed",
    ],
    ["solve x + 1/y = 2 and y + 1/x = 2", ["x = 1, y = 1"], "nailed"],
    [
      "solve ln x + ln y = 1 and x + y = 4",
      ["x = (4 - sqrt(16 - 4 e))/2, y = (4 + sqrt(16 - 4 e))/2", "x = (4 + sqrt(16 - 4 e))/2, y = (4 - sqrt(16 - 4 e))/2"],
      "nailed",
    ],
    ["solve e^(x+y) = 2 and x - y = 1", ["x = (1 + ln(2))/2, y = (ln(2) - 1)/2"], "nailed"],
    ["solve sin x = 1/2 and cos y = 0", ["x = pi/6 + 2pi n, y = pi/2 + pi k", "x = 5pi/6 + 2pi n, y = pi/2 + pi k"], "nailed"],
    ["solve x^2 + y^2 + z^2 = 9 and x + y + z = 5 and x y = 2", ["x = 1, y = 2, z = 2", "x = 2, y = 1, z = 2"], "nailed"],
    ["solve x^2 + y^2 = 1 and y = 2", [], "nailed"],
    [
      "solve x^2 + y^2 = 1 and x + y = 2 over complex",
      ["x = (2 - sqrt(2) i)/2, y = (2 + sqrt(2) i)/2", "x = (2 + sqrt(2) i)/2, y = (2 - sqrt(2) i)/2"],
      "nailed",
    ],
    ["solve x^2 + y^2 = a^2 and y = x for x, y", ["x = sqrt(2a^2)/2, y = sqrt(2a^2)/2", "x = -sqrt(2a^2)/2, y = -sqrt(2a^2)/2"], "nailed"],
    [
      "solve x y = a and x + y = b for x, y",
      [
        "x = b - (b + sqrt(b^2 - 4a))/2, y = (b + sqrt(b^2 - 4a))/2 if b^2 - 4a >= 0",
        "x = (b + sqrt(b^2 - 4a))/2, y = (b - sqrt(b^2 - 4a))/2 if b^2 - 4a >= 0",
      ],
      "nailed",
    ],
    [
      "solve v = u + a t and s = u t + a t^2/2 for u, t",
      [
        "u = -sqrt(v^2 - 2a s), t = (v + sqrt(v^2 - 2a s))/a if a != 0, v^2 - 2a s >= 0",
        "u = sqrt(v^2 - 2a s), t = (v - sqrt(v^2 - 2a s))/a if a != 0, v^2 - 2a s >= 0",
      ],
      "nailed",
    ],
    ["solve x^2 y = 4 and x y^2 = 2", ["x = 2, y = 1"], "nailed"],
    ["solve |x| + y = 3 and x - y = 1", ["x = 2, y = 1"], "nailed"],
    ["solve 2^x + 3^y = 17 and 2^x - 3^y = -1", ["x = 3, y = 2"], "nailed"],
    ["solve a + b = 1 and a b c = 0 and a + c = 2 for a, b, c", ["a = 2, b = -1, c = 0", "a = 0, b = 1, c = 2", "a = 1, b = 0, c = 1"], "nailed"],
    ["solve x y = 0 and x + y = 0", ["x = 0, y = 0"], "nailed"],
    [
      "solve x^2 + y^2 = 25 and x^2 + y^2 - 6x - 8y + 21 = 0",
      ["x = (69 - 16 sqrt(6))/25, y = (92 + 12 sqrt(6))/25", "x = (69 + 16 sqrt(6))/25, y = (92 - 12 sqrt(6))/25"],
      "nailed",
    ],
    [
      "solve sin x + y = 1 and x + cos y = 2",
      ["x = root of x - 2 + cos(sin(x) - 1) in [1, 1.1], y = 1 - sin(root of x - 2 + cos(sin(x) - 1) in [1, 1.1])"],
      "tacked",
    ],
    ["solve x^2 + x y + y^2 = 7 and x^2 - x y + y^2 = 3", ["x = 1, y = 2", "x = 2, y = 1", "x = -2, y = -1", "x = -1, y = -2"], "nailed"],
    ["solve (x-1)^2 + y^2 = 4 and y^2 = 4x", ["x = 1, y = 2", "x = 1, y = -2"], "nailed"],
    ["solve sqrt(x + y) = 3 and x - y = 1", ["x = 5, y = 4"], "nailed"],
    ["solve x = 2y and y = 3z and x + y + z = 20", ["x = 12, y = 6, z = 2"], "nailed"],
    ["solve x - y = 0 and x - y = 1", [], "nailed"],
    ["solve x + y = a and x - y = b for x, y", ["x = (a + b)/2, y = (a - b)/2"], "nailed"],
    ["solve x + 2y = 3 and 2x + 4y = k for x, y", ["x = 3 - 2y, y = y if k = 6"], "nailed"],
    ["solve x + y + z = a and x - y = b for x, y, z", ["x = b + y, y = y, z = a - b - 2y"], "nailed"],
    ["solve cos x cos y = 0 and sin x sin y = 0", ["x = pi/2 + pi n, y = pi k", "x = pi k, y = pi/2 + pi n"], "nailed"],
  ])("%s has %j: %s", (line, solutions, verdict) => {
    const report = answered(line);
    const answer = solutionsOf(report);
    const shown = answer.solutions.map(({ values, conditions }) => {
      const parts = Object.entries(values).map(([name, value]) => `${name} = ${value.text}`);
      return parts.join(", ") + (conditions ? ` if ${conditions.join(", ")}` : "");
    });
    expect(shown).toEqual(solutions);
    expect({ verdict: report.verdict, complete: answer.complete }).toEqual({ verdict, complete: true });
  });
});

describe("optima", () => {
  test.each<[string | readonly string[], readonly string[], string]>([
    ["maximise x (10 - 2x) over x in [0, 5]", ["best maximum 25/2 at x = 5/2", "end minimum 0 at x = 0", "end minimum 0 at x = 5"], "nailed"],
    ["minimise x + 4/x over x in (0, infinity)", ["best minimum 4 at x = 2"], "nailed"],
    ["stationary points of x^3 - 3x", ["maximum 2 at x = -1", "minimum -2 at x = 1"], "nailed"],
    ["stationary points of x^2 + x y + y^2 - 3x over x, y", ["minimum -3 at x = 2, y = -1"], "nailed"],
    ["maximise x y subject to x + y = 10", ["best maximum 25 at x = 5, y = 5"], "nailed"],
    ["minimise x^2 + y^2 subject to x + 2y = 5", ["best minimum 5 at x = 1, y = 2"], "nailed"],
    ["maximise x^2 e^(-x) over x in [0, infinity)", ["best maximum 4/e^2 at x = 2", "end minimum 0 at x = 0"], "nailed"],
    ["maximise x y z subject to x + y + z = 12 and x = y", ["maximum 64 at x = 4, y = 4, z = 4", "minimum 0 at x = 0, y = 0, z = 12"], "nailed"],
    [
      ["given a > 0", "maximise x sqrt(a^2 - x^2) in [0, a]"],
      ["best maximum a^2/2 at x = sqrt(2) a/2", "end minimum 0 at x = 0", "end minimum 0 at x = a"],
      "nailed",
    ],
    ["minimise x^x over x in (0, infinity)", ["best minimum e^(-1/e) at x = 1/e"], "nailed"],
    ["maximise v^2 sin(2theta)/g over theta in [0, pi/2]", ["undecided v^2/g at theta = pi/4"], "nailed"],
    ["minimise |x - 2| + 3", ["best minimum 3 at x = 2"], "nailed"],
    [
      "maximise sin x + cos x over x in [0, 2pi]",
      ["best maximum sqrt(2) at x = pi/4", "end maximum 1 at x = 2pi", "end minimum 1 at x = 0", "minimum -sqrt(2) at x = 5pi/4"],
      "nailed",
    ],
    ["minimise x^2", ["best minimum 0 at x = 0"], "nailed"],
    [
      "maximise x^3 - 3x over x in [-3, 3]",
      ["best end maximum 18 at x = 3", "maximum 2 at x = -1", "end minimum -18 at x = -3", "minimum -2 at x = 1"],
      "nailed",
    ],
    ["maximise 1/x over x in (0, 1]", ["end minimum 1 at x = 1"], "nailed"],
    ["minimise x^4 - 4x y + y^4 over x, y", ["best minimum -2 at x = 1, y = 1", "best minimum -2 at x = -1, y = -1", "saddle 0 at x = 0, y = 0"], "nailed"],
    ["maximise x + y subject to x^2 + y^2 = 2", ["best maximum 2 at x = 1, y = 1", "minimum -2 at x = -1, y = -1"], "nailed"],
    [["given a > 0", "minimise a x^2 + 4/x over x in (0, infinity)"], ["best minimum 6/cbrt(2/a) at x = cbrt(2/a)"], "nailed"],
    ["minimise x^2 + y^2 + z^2 subject to x + y + z = 6", ["best minimum 12 at x = 2, y = 2, z = 2"], "nailed"],
    ["stationary points of sin x", ["maximum 1 at x = pi/2 + 2pi n", "minimum -1 at x = 3pi/2 + 2pi n"], "nailed"],
    ["minimise 2x + 3y subject to x y = 6 and x > 0 and y > 0", ["best minimum 12 at x = 3, y = 2"], "nailed"],
    [
      "maximise x y^2 subject to x^2 + y^2 = 3",
      [
        "best maximum 2 at x = 1, y = sqrt(2)",
        "best maximum 2 at x = 1, y = -sqrt(2)",
        "minimum 0 at x = sqrt(3), y = 0",
        "maximum 0 at x = -sqrt(3), y = 0",
        "minimum -2 at x = -1, y = sqrt(2)",
        "minimum -2 at x = -1, y = -sqrt(2)",
      ],
      "nailed",
    ],
    ["minimise (x - 3)^2 + (y - 1)^2 subject to y = 2x", ["best minimum 5 at x = 1, y = 2"], "nailed"],
    ["stationary points of x^3 + y^3 - 3x y", ["saddle 0 at x = 0, y = 0", "minimum -1 at x = 1, y = 1"], "nailed"],
    ["stationary points of x^2 - y^2", ["saddle 0 at x = 0, y = 0"], "nailed"],
    [
      "maximise sin(2 theta) over theta in [0, pi/2]",
      ["best maximum 1 at theta = pi/4", "end minimum 0 at theta = 0", "end minimum 0 at theta = pi/2"],
      "nailed",
    ],
    [["given v > 0", "given g > 0", "maximise v^2 sin(2 theta)/g over theta in [0, pi/2]"], ["best maximum v^2/g at theta = pi/4"], "nailed"],
    ["minimise sqrt(x^2 + 4) + sqrt((5 - x)^2 + 9)", ["best minimum 5 sqrt(2) at x = 2"], "nailed"],
    ["maximise ln x/x", ["best maximum 1/e at x = e"], "nailed"],
    ["minimise e^x + e^-x", ["best minimum 2 at x = 0"], "nailed"],
    ["maximise 4x - x^2 + 6y - y^2", ["best maximum 13 at x = 2, y = 3"], "nailed"],
    ["minimise x^2 + y^2 + x y + 3x - 3y + 4 over x, y", ["best minimum -5 at x = -3, y = 3"], "nailed"],
    ["minimise x + y subject to x y = 9 and x > 0", ["best minimum 6 at x = 3, y = 3"], "nailed"],
    ["maximise x/(x^2 + 1)", ["best maximum 1/2 at x = 1", "minimum -1/2 at x = -1"], "nailed"],
    ["stationary points of x^4 - 2x^2 + 3", ["minimum 2 at x = -1", "maximum 3 at x = 0", "minimum 2 at x = 1"], "nailed"],
    ["stationary points of x + 2 sin x over x in [0, 2pi]", ["maximum (2pi + 3 sqrt(3))/3 at x = 2pi/3", "minimum (4pi - 3 sqrt(3))/3 at x = 4pi/3"], "nailed"],
    [
      "stationary points of x y (3 - x - y)",
      ["saddle 0 at x = 0, y = 0", "saddle 0 at x = 3, y = 0", "saddle 0 at x = 0, y = 3", "maximum 1 at x = 1, y = 1"],
      "nailed",
    ],
    ["maximise x + y + z subject to x^2 + y^2 + z^2 = 3", ["best maximum 3 at x = 1, y = 1, z = 1", "minimum -3 at x = -1, y = -1, z = -1"], "nailed"],
    ["maximise 3x + 4y subject to x^2 + y^2 = 25", ["best maximum 25 at x = 3, y = 4", "minimum -25 at x = -3, y = -4"], "nailed"],
    ["minimise tan x + cot x over x in (0, pi/2)", ["best minimum 2 at x = pi/4"], "nailed"],
    [["given a > 0", "maximise x^2 (a - x) over x in [0, a]"], ["best maximum 4a^3/27 at x = 2a/3", "end minimum 0 at x = 0"], "nailed"],
    [["given R > 0", "given r > 0", "maximise V^2 R/(R + r)^2 over R"], ["best maximum V^2/(4r) at R = r"], "nailed"],
    ["minimise x^2 - 4x + 7 over x in [3, 5]", ["best end minimum 4 at x = 3", "end maximum 12 at x = 5"], "nailed"],
    ["maximise x^3 over x in [-1, 2]", ["best end maximum 8 at x = 2", "end minimum -1 at x = -1", "inflection 0 at x = 0"], "nailed"],
    ["minimise x^4 - 8x^2", ["best minimum -16 at x = -2", "best minimum -16 at x = 2", "maximum 0 at x = 0"], "nailed"],
    ["stationary points of e^(-x^2)", ["maximum 1 at x = 0"], "nailed"],
    ["stationary points of x^2/(x - 1)", ["maximum 0 at x = 0", "minimum 4 at x = 2"], "nailed"],
    ["maximise |x^2 - 4| over x in [-1, 3]", ["best end maximum 5 at x = 3", "maximum 4 at x = 0", "end minimum 3 at x = -1", "minimum 0 at x = 2"], "nailed"],
    ["minimise x^2 + 1", ["best minimum 1 at x = 0"], "nailed"],
    ["maximise x^2 + 1", ["minimum 1 at x = 0"], "nailed"],
    [
      ["given V > 0", "minimise 2 pi r^2 + 2 pi r h subject to pi r^2 h = V and r > 0 over r, h"],
      ["best minimum 3V/cbrt(V/(2pi)) at r = cbrt(V/(2pi)), h = V/(pi cbrt(V/(2pi))^2)"],
      "nailed",
    ],
    ["minimise x^2 + y^2 subject to x y = 1", ["best minimum 2 at x = -1, y = -1", "best minimum 2 at x = 1, y = 1"], "nailed"],
    ["maximise x y z subject to x + y + z = 3 and x > 0 and y > 0 and z > 0", ["best maximum 1 at x = 1, y = 1, z = 1"], "nailed"],
    [
      "stationary points of sin x cos y",
      [
        "maximum 1 at x = pi/2 + 2pi n, y = 2pi k",
        "minimum -1 at x = pi/2 + 2pi n, y = pi + 2pi k",
        "minimum -1 at x = 3pi/2 + 2pi n, y = 2pi k",
        "maximum 1 at x = 3pi/2 + 2pi n, y = pi + 2pi k",
        "saddle 0 at x = 2pi k, y = pi/2 + 2pi n",
        "saddle 0 at x = pi + 2pi k, y = pi/2 + 2pi n",
        "saddle 0 at x = 2pi k, y = 3pi/2 + 2pi n",
        "saddle 0 at x = pi + 2pi k, y = 3pi/2 + 2pi n",
      ],
      "nailed",
    ],
  ])("%s has %j: %s", (lines, points, verdict) => {
    const report = answered(...(typeof lines === "string" ? [lines] : lines));
    if (report.answer?.kind !== "optimum") throw new Error(report.error?.message ?? "no optimum");
    const shown = report.answer.points.map(({ values, value, nature, global, end }) => {
      const where = Object.entries(values).map(([name, own]) => `${name} = ${own.text}`);
      return `${global ? "best " : ""}${end ? "end " : ""}${nature} ${value.text} at ${where.join(", ")}`;
    });
    expect(shown).toEqual(points);
    expect(report.verdict).toBe(verdict);
  });
});

describe("functions in pieces and families", () => {
  const points = (line: string): readonly string[] => {
    const report = answered(line);
    if (report.answer?.kind !== "optimum") throw new Error(report.error?.message ?? "no optimum");
    expect(report.verdict).not.toBe("bent");
    return report.answer.points.map(({ values, value, nature, global }) => `${values["x"]?.text}: ${value.text} ${global ? "global " : ""}${nature}`);
  };

  test.each<[string, readonly string[]]>([
    // Values change along a family: they hold its letter.
    [
      "stationary points of e^(-x/2) sin(3x)",
      [
        "(arctan(6) + 2pi n)/3: 6 sqrt(37) e^(-(arctan(6) + 2pi n)/6)/37 maximum",
        "(pi + arctan(6) + 2pi n)/3: -6 sqrt(37) e^(-(pi + arctan(6) + 2pi n)/6)/37 minimum",
      ],
    ],
    ["stationary points of sin(x)^3", ["2pi n: 0 inflection", "pi/2 + 2pi n: 1 maximum", "pi + 2pi n: 0 inflection", "3pi/2 + 2pi n: -1 minimum"]],
    ["stationary points of cases(x^2 if x < 0, sin x if x < 3, 0 otherwise) over x in [-2, 2]", ["0: 0 minimum", "pi/2: 1 maximum"]],
    // At a jump the value counts, and what is only approached does not.
    ["minimise cases(x^2 if x < 1, 2 - x otherwise) over x in [-1, 3]", ["3: -1 global minimum", "0: 0 minimum", "-1: 1 maximum", "1: 1 maximum"]],
    ["maximise cases(x^2 if x < 1, 3 - x otherwise) over x in [-1, 3]", ["1: 2 global maximum", "-1: 1 maximum", "0: 0 minimum", "3: 0 minimum"]],
  ])("%s: %j", (line, expected) => expect(points(line)).toEqual(expected));

  test("a value that a jump only approaches leaves no greatest one", () => {
    const { answer } = answered("maximise cases(x if x < 1, 0 otherwise) over x in [0, 3]");
    expect(answer?.kind === "optimum" ? [answer.none, answer.points.some(({ global }) => global)] : []).toEqual([
      "there is no greatest value: close to x = 1 the values approach 1, which is not reached",
      false,
    ]);
  });

  test.each<[string, readonly string[]]>([
    ["solve sec(x) tan(x) = 0", ["pi n"]],
    ["solve sec(x) = 0", []],
    ["solve 5 e^(-3x) = 2", ["ln(5/2)/3"]],
    ["solve e^x = 2/3", ["ln(2/3)"]],
    ["solve (3 - sqrt(3)) x = 1", ["(3 + sqrt(3))/6"]],
    ["solve x = sin(2 arctan(6))", ["12/37"]],
    ["solve sgn(x) (x - 2) = 0", ["2", "0"]],
    ["solve 3 cos(3x) = sin(3x)/2", ["arctan(6)/3 + pi n/3"]],
    ["solve cos(2 pi x) + sin(2 pi x) = 1", ["n", "1/4 + n"]],
    ["solve cases(cos x if x > 0, x + 1 otherwise) = 0", ["pi/2 + pi n", "-1"]],
  ])("%s gives %j, nailed", (line, expected) => {
    const report = answered(line);
    expect(report.answer?.kind === "solutions" ? report.answer.solutions.map(({ values }) => values["x"]?.text) : []).toEqual(expected);
    expect(report.verdict).toBe("nailed");
  });
});
