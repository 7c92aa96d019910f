import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { bodyOf, LINE_ENDINGS, type Printing } from "../src/instruction/reading/line-body.ts";
import { readProblemSet } from "../src/problemset/read.ts";
import { settingsOf, withSetting } from "../src/problemset/settings.ts";
import { writeProblemSet } from "../src/problemset/write.ts";
import { answered } from "./oracle.ts";

/** Words as an author may write them: with mathematics, commas, marks and letters of every kind, and no quotes. */
const authorWords = fc
  .array(fc.constantFrom("So", "$h(t)$", "is", "5 %", "#1,", "the answer", "because", "$(1)$", "ναῦς", "– at last.", "every step", "<b>", "|"), {
    maxLength: 6,
  })
  .map((parts) => parts.join(" "));

const ENDINGS: readonly (readonly [string, Printing])[] = [
  [", the answer", { isAnswer: true }],
  [", not printed", { hidden: true }],
  [", beside", { beside: true }],
  [",  Every step", { detail: "every step" }],
];

describe("how a line is printed", () => {
  it("is read from its endings in any order, and the sentence is what stands before", () => {
    const bodies = fc.constantFrom("solve x^2 = 4", "evaluate 2, 3", "graph y = x, y = x^2", "keep x > 0 from (2)", 'say "one, the answer"');
    fc.assert(
      fc.property(
        bodies,
        fc.shuffledSubarray([...ENDINGS]),
        fc.option(authorWords),
        fc.option(authorWords),
        fc.constantFrom("", ".", " ;"),
        (body, endings, because, caption, close) => {
          const quoted = [...(because === null ? [] : [` because "${because}"`]), ...(caption === null ? [] : [` caption "${caption}"`])];
          const source = `${body}${endings.map(([text]) => text).join("")}${quoted.join("")}${close}`;
          const expected = Object.assign(
            {},
            ...endings.map(([, printing]) => printing),
            because === null ? {} : { because },
            caption === null ? {} : { caption },
          );
          const read = bodyOf(source);
          expect(read.body).toBe(body);
          expect(read.printing).toEqual(expected);
          expect(source.startsWith(read.body + read.ending)).toBe(true);
        },
      ),
    );
  });

  test.each<[string, string, Printing]>([
    ["solve x = the answer", "solve x = the answer", {}],
    ['because "alone"', 'because "alone"', {}],
    ["evaluate 2 # , the answer", "evaluate 2", {}],
    ["evaluate 2, THE ANSWER", "evaluate 2", { isAnswer: true }],
  ])("%s is %s with %j", (source, body, printing) => expect(bodyOf(source)).toMatchObject({ body, printing }));

  it("is documented for each ending", () => expect(LINE_ENDINGS).toHaveLength(8));

  test.each<[string, RegExp]>([
    ["say hello", /words in quotes were expected here, as in say "/],
    ['part "a" for many points', /a number of points up to 1000 was expected here/],
    ['part "a" for 2 metres', /“points” was expected here/],
    ['hint "see $(9)$"', /there is no line 9 before this one/],
    ["evaluate 2 to 3 apples", /apples|expected/],
  ])("%s is refused in words that say what was expected", (line, message) => expect(answered(line).error?.message).toMatch(message));
});

describe("a file with words, parts and endings", () => {
  it("is written back to the letter, and its lines come back as they were", () => {
    const line = fc.oneof(
      authorWords.map((words) => `say "${words}"`),
      authorWords.map((words) => `hint "${words}"`),
      fc.tuple(authorWords, fc.integer({ min: 1, max: 9 })).map(([words, points]) => `part "${words}" for ${points} points`),
      fc
        .tuple(fc.constantFrom("solve x^2 = 4", "graph y = x", "evaluate 1/3 to 3 figures"), fc.constantFrom(...ENDINGS))
        .map(([body, [ending]]) => `${body}${ending}`),
    );
    const front = fc.constantFrom("", "---\nfigures: 3\nweek: 2\n---\n\n", "---\nangles: degrees\nline numbers: all\n---\n");
    fc.assert(
      fc.property(fc.array(line, { minLength: 1, maxLength: 6 }), front, (lines, head) => {
        const source = `${head}# A set\n\n## A problem\n\nWords.\n\n\`\`\`working\n${lines.join("\n")}\n\`\`\`\n`;
        const set = readProblemSet(source);
        expect(set.problems[0]?.working).toEqual(lines);
        expect(writeProblemSet(set)).toBe(source);
        const { layout: _, ...fresh } = { ...set, problems: set.problems.map(({ layout: __, ...problem }) => problem) };
        expect(readProblemSet(writeProblemSet(fresh))).toMatchObject({ frontMatter: set.frontMatter, problems: [{ working: lines, statement: "Words." }] });
      }),
    );
  });

  it("keeps everything else of the front matter when a setting is changed", () => {
    const keys = fc.uniqueArray(fc.constantFrom("course: harbour", "week: 3", "# a remark", "angles: degrees"), { maxLength: 4 });
    fc.assert(
      fc.property(keys, fc.integer({ min: 1, max: 9 }), (lines, figures) => {
        const changed = withSetting(lines.join("\n"), "figures", String(figures));
        expect(settingsOf(changed).settings.digits).toEqual({ kind: "figures", count: figures });
        expect(changed.split("\n").filter((line) => line !== "" && !line.startsWith("figures"))).toEqual(lines);
        expect(withSetting(changed, "figures", undefined).trim()).toBe(lines.join("\n"));
      }),
    );
  });
});
