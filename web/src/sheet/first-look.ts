/** A problem that works itself: its lines stand ready one after the other, each with what it is there for, and Enter writes them. */
export const FIRST_LOOK = {
  file: `# A first look

## The tool that fell from the mast

A spanner falls from the lamp at the head of a mast, 12 m above the deck. How long does it fall, and how fast is it when it lands?

\`\`\`working
\`\`\`
`,
  lines: [
    { sentence: "given h = 12 m, g = 9.81 m/s^2", why: "What is known comes first, with its units." },
    { sentence: "h = 1/2 g t^2", why: "An equation stands as it would on the board. Later lines refer to it by its number." },
    { sentence: "solve (2) for t", why: "Every solution is found, with the way to it, and put back to check it: the evidence stands on the right." },
    { sentence: "keep t > 0", why: "Physics chooses among the solutions; the other one is set aside with its reason." },
    { sentence: "evaluate g t with (4) to 3 figures", why: "Exact first, then the number, with its unit." },
    { sentence: "so t = 1.6", why: "A line of your own is held against the line above, and bends where it is wrong." },
  ],
  end: "That is all there is to it. “Publish …” makes a page for students. Now state a problem of your own: on the shelf a set takes it in.",
} as const;

/** What stands ready for the next line, as long as the lines so far are those of the first look. */
export function nextOfFirstLook(sources: readonly string[]): { readonly sentence?: string; readonly why: string } | undefined {
  const isOnTheWay = sources.every((source, k) => source === FIRST_LOOK.lines[k]?.sentence);
  if (!isOnTheWay) return undefined;
  return FIRST_LOOK.lines[sources.length] ?? { why: FIRST_LOOK.end };
}
