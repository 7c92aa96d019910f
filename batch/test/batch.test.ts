import { spawn } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { describe, expect, it } from "vitest";

const ROOT = fileURLToPath(new URL("../..", import.meta.url));

interface Line {
  readonly id: string;
  readonly status: string;
  readonly verdict?: string;
  readonly error?: { readonly message: string; readonly line: number; readonly from: number; readonly to: number };
  readonly answer?: object;
  readonly steps?: readonly object[];
  readonly ms: number;
}

/** Runs the batch command as a user does. */
function batch(args: readonly string[], input: string): Promise<{ status: number | null; output: string; complaints: string }> {
  return new Promise((resolve) => {
    const child = spawn("npm", ["run", "--silent", "batch", ...(args.length > 0 ? ["--", ...args] : [])], { cwd: ROOT });
    let output = "";
    let complaints = "";
    child.stdout.on("data", (data) => {
      output += data;
    });
    child.stderr.on("data", (data) => {
      complaints += data;
    });
    child.on("close", (status) => resolve({ status, output, complaints }));
    child.stdin.end(input);
  });
}

const lines = (output: string): readonly Line[] =>
  output
    .trim()
    .split("\n")
    .map((line) => JSON.parse(line) as Line);

describe("the batch command", () => {
  it("answers every line in order, whatever is wrong with some of them", async () => {
    const input = [
      '{"id":"a","lines":["solve x^2 - 5x + 6 = 0"]}',
      "this is no JSON",
      '{"id":"b","lines":["given k = 3"]}',
      '{"id":"c","lines":["solve x^2 = 2","expect x = 3"]}',
      '{"id":"d","lines":["solve x +"]}',
      '{"id":"e"}',
      '{"id":"f","lines":["solve x^2 + 2x + 5 = 0"]}',
    ].join("\n");
    const { output, status } = await batch([], input);
    const found = lines(output);
    expect(status).toBe(0);
    expect(found.map(({ id, status: one, verdict }) => [id, one, verdict])).toEqual([
      ["a", "ok", "nailed"],
      ["", "error", undefined],
      ["b", "error", undefined],
      ["c", "ok", "bent"],
      ["d", "error", undefined],
      ["e", "error", undefined],
      ["f", "ok", "nailed"],
    ]);
    expect(found[0]?.answer).toMatchObject({
      kind: "solutions",
      variables: ["x"],
      domain: "real",
      complete: true,
      solutions: [{ values: { x: { text: "2", latex: "2", re: "2" } } }, { values: { x: { text: "3" } } }],
    });
    expect(found[0]?.steps?.[0]).toMatchObject({ rule: "factor", text: expect.any(String), latex: expect.any(String), verdict: "nailed" });
    expect(found[2]?.error?.message).toMatch(/nothing to answer/);
    expect(found[4]?.error).toMatchObject({ line: 1, from: 9, to: 9 });
    expect(found[6]?.answer).toMatchObject({
      solutions: [],
      complexSolutions: [{ values: { x: { re: "-1", im: "2" } } }, { values: { x: { re: "-1", im: "-2" } } }],
    });
  });

  it("stops a problem that is over its time and goes on with the rest", async () => {
    const endless = `evaluate ${Array.from({ length: 12 }, (_, k) => `(x_${k} + y_${k} + z_${k})^9`).join(" ")}`;
    const input = [
      JSON.stringify({
        id: "long",
        lines: [`${endless} - (${endless.slice(9)})(1 + 0)`, "tabulate sum_(k=1)^9999 1/(k + n)^n for n from 1 to 900 by 1"],
        seconds: 0.5,
      }),
      JSON.stringify({ id: "next", lines: ["solve 2x = 1"] }),
    ].join("\n");
    const found = lines((await batch([], input)).output);
    expect(found[0]).toMatchObject({ id: "long", status: "timeout" });
    expect(found[1]).toMatchObject({ id: "next", status: "ok" });
  });

  it("solves thirty quadratics as independent numerics do", async () => {
    const cases = Array.from({ length: 30 }, (_, k) => ({ a: 1 + (k % 5), b: ((k * 37) % 23) - 11, c: ((k * 53) % 31) - 17 }));
    const input = cases
      .map(({ a, b, c }, k) => JSON.stringify({ id: String(k), lines: [`solve ${a}x^2 + ${b}x + ${c} = 0`.replaceAll("+ -", "- ")] }))
      .join("\n");
    const found = lines((await batch([], input)).output);
    found.forEach((line, k) => {
      const { a, b, c } = cases[k] ?? { a: 1, b: 0, c: 0 };
      const discriminant = b * b - 4 * a * c;
      const answer = line.answer as {
        solutions: { values: { x: { re: string; im?: string } } }[];
        complexSolutions?: { values: { x: { re: string; im?: string } } }[];
      };
      const values = (discriminant < 0 ? (answer.complexSolutions ?? []) : answer.solutions).map(({ values: { x } }) => [Number(x.re), Number(x.im ?? 0)]);
      const spread = Math.sqrt(Math.abs(discriminant)) / (2 * a);
      const wanted = [1, -1].map((sign) => (discriminant < 0 ? [-b / (2 * a), sign * spread] : [-b / (2 * a) + sign * spread, 0]));
      expect(line.verdict).toBe("nailed");
      expect(values).toHaveLength(discriminant === 0 ? 1 : 2);
      for (const [re = 0, im = 0] of values) expect(wanted.some(([x = 0, y = 0]) => Math.hypot(x - re, y - im) < 1e-9)).toBe(true);
    });
  });

  it("reports a problem-set file readably, with exit status 1 when a line is bent", async () => {
    const good = await batch(["examples/saltmere-harbour.nail.md"], "");
    expect(good.status).toBe(0);
    expect(good.output).toMatch(/The dropped mooring line[\s\S]*nailed {2}solve h\(t\) = 0[\s\S]*≈ 1\.73724/);
    const folder = mkdtempSync(join(tmpdir(), "nail-"));
    const bent = join(folder, "bent.nail.md");
    writeFileSync(bent, "# T\n\n## P\n\n```working\nsolve x^2 = 4\nexpect x = 2\n```\n");
    const wrong = await batch([bent], "");
    expect(wrong.status).toBe(1);
    expect(wrong.output).toMatch(/bent {4}expect x = 2\n\s+Missing|missing: x = -2/);
    const unreadable = await batch([join(folder, "none.md")], "");
    expect(unreadable.status).toBe(2);
    expect(unreadable.complaints).toMatch(/none\.md/);
  });
});
