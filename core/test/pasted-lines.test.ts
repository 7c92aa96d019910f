import { expect, test } from "vitest";
import { pastedLines } from "../src/instruction/reading/pasted-lines.ts";
import { runWorking } from "../src/instruction/working.ts";

test.each([
  ["solve 2x = 8", ["solve 2x = 8"]],
  ["solve 2x + 3 = 11\r\nso 2x = 8\r\n\r\nso x = 4\r\n", ["solve 2x + 3 = 11", "so 2x = 8", "so x = 4"]],
  ["\\begin{align*}\n(x + 1)^2 &= (x + 1)(x + 1) \\\\\n&= x^2 + 2x + 1\n\\end{align*}", ["(x + 1)^2 = (x + 1)(x + 1)", "= x^2 + 2x + 1"]],
  ["$v = u + a t$\n\\Rightarrow t = \\frac{v - u}{a}", ["v = u + a t", "=> t = \\frac{v - u}{a}"]],
  ['solve x^2 = 4 because "$x$ is a length"\nkeep x > 0', ['solve x^2 = 4 because "$x$ is a length"', "keep x > 0"]],
  ["0\t1.2\n1\t2,9\n2\t−5", ["graph data ((0, 1.2), (1, 2.9), (2, -5))"]],
  ["time in s\tdepth in m\r\n0\t1.2\r\n1\t2.9\r\n", ['graph data ((0, 1.2), (1, 2.9)) with axis x "time in s", axis y "depth in m"']],
  ["0\n0.5\n1", ["tabulate □ for x in 0, 0.5, 1"]],
  ["3 + 4\n= 7", ["3 + 4", "= 7"]],
])("%j is pasted as %j", (text, lines) => expect(pastedLines(text)).toEqual(lines));

test("a derivation that is pasted is judged line by line", () => {
  const text = "3x + 5 = 11\n\\Rightarrow 3x = 6\n\\implies x = 3";
  expect(runWorking(pastedLines(text)).lines.map(({ outcome }) => outcome?.verdict)).toEqual([undefined, "nailed", "bent"]);
});

test("a table of a spreadsheet becomes a graph of its points", () => {
  const [line] = runWorking(pastedLines("time in s\tdepth in m\n0\t1.2\n1\t2.9\n2\t4.1")).lines;
  expect(line?.error).toBeUndefined();
  expect(line?.outcome?.answer?.kind).toBe("graph");
});
