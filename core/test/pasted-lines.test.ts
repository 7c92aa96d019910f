import { expect, test } from "vitest";
import { pastedLines } from "../src/instruction/reading/pasted-lines.ts";
import { runWorking } from "../src/instruction/working.ts";

test.each([
  ["solve 2x = 8", ["solve 2x = 8"]],
  ["solve 2x + 3 = 11\r\nso 2x = 8\r\n\r\nso x = 4\r\n", ["solve 2x + 3 = 11", "so 2x = 8", "so x = 4"]],
  ["\\begin{align*}\n(x + 1)^2 &= (x + 1)(x + 1) \\\\\n&= x^2 + 2x + 1\n\\end{align*}", ["(x + 1)^2 = (x + 1)(x + 1)", "= x^2 + 2x + 1"]],
  ["$v = u + a t$\n\\Rightarrow t = \\frac{v - u}{a}", ["v = u + a t", "=> t = \\frac{v - u}{a}"]],
  ['solve x^2 = 4 because "$x$ is a length"\nkeep x > 0', ['solve x^2 = 4 because "$x$ is a length"', "keep x > 0"]],
])("%j is pasted as %j", (text, lines) => expect(pastedLines(text)).toEqual(lines));

test("a derivation that is pasted is judged line by line", () => {
  const text = "3x + 5 = 11\n\\Rightarrow 3x = 6\n\\implies x = 3";
  expect(runWorking(pastedLines(text)).lines.map(({ outcome }) => outcome?.verdict)).toEqual([undefined, "nailed", "bent"]);
});
