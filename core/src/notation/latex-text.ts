import { greekName, stemLatex } from "./letters.ts";

/** Characters that mean something else in LaTeX, and those that its usual fonts have only in formulas. */
const IN_LATEX: Readonly<Record<string, string>> = {
  "−": "$-$",
  "√": "$\\surd$",
  "∛": "$\\sqrt[3]{\\ }$",
  "≈": "$\\approx$",
  "≤": "$\\le$",
  "≥": "$\\ge$",
  "≠": "$\\ne$",
  "±": "$\\pm$",
  "×": "$\\times$",
  "·": "$\\cdot$",
  "÷": "$\\div$",
  "→": "$\\to$",
  "∞": "$\\infty$",
  "∫": "$\\int$",
  "∑": "$\\sum$",
  "∏": "$\\prod$",
  "∈": "$\\in$",
  "°": "$^\\circ$",
  "′": "$'$",
  "″": "$''$",
  "⁻": "$^-$",
  "⁺": "$^+$",
  "₊": "$_+$",
  "₋": "$_-$",
  "⌊": "$\\lfloor$",
  "⌋": "$\\rfloor$",
  "⌈": "$\\lceil$",
  "⌉": "$\\rceil$",
  "^": "\\^{}",
  "~": "\\~{}",
  _: "\\_",
  "%": "\\%",
  "&": "\\&",
  "#": "\\#",
  $: "\\$",
  "{": "\\{",
  "}": "\\}",
  "\\": "\\textbackslash{}",
  "<": "\\textless{}",
  ">": "\\textgreater{}",
  "|": "\\textbar{}",
  "⁠": "",
};

const SUPERSCRIPTS = "⁰¹²³⁴⁵⁶⁷⁸⁹";
const SUBSCRIPTS = "₀₁₂₃₄₅₆₇₈₉";
/** What the T1 fonts have: Latin letters with their accents, and the marks of printed text. */
const PRINTABLE = /[\n\t\u0020-\u007e\u00a0-\u017f–—‘’“”„‚…•€]/;

/** Words as LaTeX text; a letter that its usual fonts do not have is told by its number, so that nothing is lost. */
export const textLatex = (text: string): string => [...text].map(letterLatex).join("");

function letterLatex(letter: string): string {
  const own = IN_LATEX[letter];
  if (own !== undefined) return own;
  const greek = greekName(letter);
  if (greek !== undefined) return `$${stemLatex(greek)}$`;
  if (SUPERSCRIPTS.includes(letter)) return `$^${SUPERSCRIPTS.indexOf(letter)}$`;
  if (SUBSCRIPTS.includes(letter)) return `$_${SUBSCRIPTS.indexOf(letter)}$`;
  return PRINTABLE.test(letter) ? letter : `[U+${(letter.codePointAt(0) ?? 0).toString(16).toUpperCase()}]`;
}
