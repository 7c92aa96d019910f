/** One of the six looks that tell curves apart: by colour, on light and on dark paper, and by dash, on the screen and in LaTeX. */
interface Look {
  readonly light: string;
  readonly dark: string;
  readonly dash: string;
  readonly pgfDash: string;
}

/** Colours that stay apart for those who do not tell some of them, each with its own dash for black and white. */
export const PALETTE: readonly Look[] = [
  { light: "#0B5C8A", dark: "#63B3E0", dash: "", pgfDash: "solid" },
  { light: "#B4552D", dark: "#E9946B", dash: "9 4", pgfDash: "dashed" },
  { light: "#3A7A36", dark: "#86C580", dash: "2 3", pgfDash: "dotted" },
  { light: "#6F4A9A", dark: "#B99BE0", dash: "11 3 2 3", pgfDash: "dash dot" },
  { light: "#94700B", dark: "#D8B54A", dash: "6 2", pgfDash: "densely dashed" },
  { light: "#4B5563", dark: "#AAB4C0", dash: "1 4", pgfDash: "loosely dotted" },
];

/** The colours on dark paper as custom properties of CSS, which drawings take in place of their own. */
export const DARK_CURVES: readonly (readonly [string, string])[] = PALETTE.map(({ dark }, k) => [`--curve-${k + 1}`, dark]);
