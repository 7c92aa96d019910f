/** A line of a file with its end-of-line characters. */
export interface SourceLine {
  readonly text: string;
  readonly raw: string;
  /** Inside a fenced block, or its end, so that `#` begins no heading. */
  readonly fenced: boolean;
  /** The fence that it opens: its characters, and what stands behind them. */
  readonly opens?: { readonly fence: string; readonly info: string };
  readonly number: number;
}

const FENCE = /^ {0,3}(`{3,}|~{3,})/;

/** The lines of a text, with what stands in fenced blocks (CommonMark 4.5). */
export function sourceLines(source: string): readonly SourceLine[] {
  let fence: string | undefined;
  return rawLines(source).map((raw, index): SourceLine => {
    const text = withoutEnd(raw);
    const [opening, marker] = FENCE.exec(text) ?? [];
    const common = { text, raw, number: index + 1, fenced: fence !== undefined };
    if (fence !== undefined) {
      if (closes(text, fence)) fence = undefined;
      return common;
    }
    fence = marker;
    return opening === undefined || marker === undefined ? common : { ...common, opens: { fence: marker, info: text.slice(opening.length).trim() } };
  });
}

/** Whether a line ends a block that was opened by a fence. */
export function closes(text: string, fence: string): boolean {
  const marker = FENCE.exec(text)?.[1];
  return marker?.startsWith(fence) === true && text.trim() === marker;
}

const rawLines = (source: string): readonly string[] => (source === "" ? [] : source.split(/(?<=\n)|(?<=\r)(?!\n)/));

export const withoutEnd = (raw: string): string => (raw.endsWith("\r\n") ? raw.slice(0, -2) : /[\r\n]$/.test(raw) ? raw.slice(0, -1) : raw);

export const joined = (lines: readonly SourceLine[]): string => lines.map(({ raw }) => raw).join("");

/** Whether a line is a heading of the set (1) or of a problem (2): hashes at its very beginning, outside of fenced blocks. */
export function isHeading({ text, fenced }: SourceLine, level: 1 | 2): boolean {
  const hashes = "#".repeat(level);
  return !fenced && (text === hashes || text.startsWith(`${hashes} `) || text.startsWith(`${hashes}\t`));
}
