import { LINE_ENDINGS } from "./reading/line-body.ts";
import type { Spelling } from "./reading/spelling.ts";
import { INSTRUCTIONS } from "./registry.ts";

/** The page that shows all sentences, made from the registry (Markdown). */
export function writingPage(): string {
  const sections = INSTRUCTIONS.map(({ name, purpose, forms, slots = {}, examples, spellings = [] }) =>
    [
      `## ${name.charAt(0).toUpperCase()}${name.slice(1)}`,
      purpose,
      block(forms),
      ...Object.entries(slots).map(([slot, listed]) => `${slot} is one of ${listed.map((one) => `\`${one}\``).join(", ")}.`),
      ...(examples.length > 0
        ? [
            "For example:",
            block(
              examples
                .map((lines) => lines.join("\n"))
                .join("\n\n")
                .split("\n"),
            ),
          ]
        : []),
      ...spelledOtherwise(spellings),
    ].join("\n\n"),
  );
  return `${[INTRODUCTION, ...sections].join("\n\n")}\n`;
}

const INTRODUCTION = `# What can be written

One sentence a line. This page is made from the registry of instructions (\`core/src/instruction/registry.ts\`); every example is run in the
tests. E stands for an expression, Q for an equation or other relation, x for a name; brackets mark what may be left out. Each sentence may
end with ${LINE_ENDINGS.map((ending) => `\`${ending}\``).join(", ")} ([what each does](publishing.md)), and then with a full stop, a semicolon or a
remark after \`#\`; numbers go as far as \`to 3 figures\` or \`to 2 decimals\` says.

A run of letters that is no declared name is a product only where that can be meant: \`mgh\`, \`qvB\`, \`xy\`. A word (\`speed\`, \`vat\`), a function
written together with its argument (\`sinx\`) or a slip in a word of a sentence (\`slove\`) is refused at its place, with the sentence that was
probably meant. Units follow a number and a space; how they are told from letters stands in [units.md](units.md).`;

function block(lines: readonly string[]): string {
  return lines.map((line) => (line === "" ? "" : `    ${line}`)).join("\n");
}

function spelledOtherwise(spellings: readonly Spelling[]): readonly string[] {
  const [read, offered] = [spellings.filter(({ isOffered }) => !isOffered), spellings.filter(({ isOffered }) => isOffered)];
  const rows = (list: readonly Spelling[]): string => list.map(({ typed, means }) => `- \`${shown(typed)}\` is \`${shown(means)}\``).join("\n");
  return [
    ...(read.length > 0 ? [`Read as the same (a word with ? may be left out):\n\n${rows(read)}`] : []),
    ...(offered.length > 0 ? [`Not read, but offered:\n\n${rows(offered)}`] : []),
  ];
}

const shown = (pattern: string): string => pattern.replace(/[{}!]/g, "");
