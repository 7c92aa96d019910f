/** Signs with which a step begins in LaTeX. */
const ARROW = /^\\(?:Rightarrow|Longrightarrow|implies|therefore)(?![A-Za-z])/;
/** What stands around formulas in LaTeX and says nothing here. */
const FRAME = /\\(?:begin|end)\{[a-z]*\*?\}|\\\[|\\\]|&/g;

/** The lines of a text that was copied from elsewhere, one instruction or step each; rows of a LaTeX alignment are lines too. */
export function pastedLines(text: string): readonly string[] {
  return text
    .split(/\r?\n|\\\\/)
    .map((line) => line.replace(FRAME, " ").trim().replace(ARROW, "=>").replace(/\s+/g, " ").trim())
    .map((line) => (/^\$[^$]*\$$/.test(line) ? line.slice(1, -1).trim() : line))
    .filter((line) => line !== "");
}
