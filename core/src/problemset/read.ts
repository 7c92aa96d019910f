import { parseDocument } from "yaml";
import { type Problem, type ProblemSet, ProblemSetError } from "./problem-set.ts";
import { settingsOf } from "./settings.ts";

/** A line of the file with its end-of-line characters. */
interface SourceLine {
  readonly text: string;
  readonly raw: string;
  /** Inside a fenced block, so that `#` begins no heading. */
  readonly fenced: boolean;
  readonly number: number;
}

function splitLines(source: string): readonly SourceLine[] {
  let fence: string | undefined;
  return [...source.matchAll(/[^\r\n]*(?:\r\n|\r|\n|$)/g)]
    .map((match) => match[0])
    .filter((raw, k, all) => raw !== "" || k < all.length - 1)
    .filter((raw) => raw !== "")
    .map((raw, k) => {
      const text = raw.replace(/[\r\n]+$/, "");
      const marker = /^ {0,3}(`{3,}|~{3,})/.exec(text)?.[1];
      const fenced = fence !== undefined;
      if (fence === undefined) fence = marker;
      else if (marker?.startsWith(fence) && text.trim() === marker) fence = undefined;
      return { text, raw, fenced, number: k + 1 };
    });
}

const join = (lines: readonly SourceLine[]): string => lines.map((line) => line.raw).join("");
const isHeading = (line: SourceLine, level: 1 | 2): boolean => !line.fenced && new RegExp(`^#{${level}}(\\s|$)`).test(line.text);
const headingText = (line: SourceLine): string =>
  line.text
    .replace(/^#+\s*/, "")
    .replace(/\s+#*\s*$/, "")
    .trim();

/**
 * Reads a `*.nail.md` file: CommonMark with YAML front matter, `# Set title`, `## Problem`, and one fenced block with info
 * string `working` a problem.
 * @throws ProblemSetError with the line for a missing title, a second working in a problem, an open fence or faulty YAML.
 */
export function readProblemSet(source: string): ProblemSet {
  const lines = splitLines(source);
  const front = readFrontMatter(lines);
  const rest = lines.slice(front.length);
  const titleAt = rest.findIndex((line) => isHeading(line, 1));
  const titleLine = rest[titleAt];
  if (!titleLine) throw new ProblemSetError("a problem set begins with its title, a line such as “# Tides and ropes”", (rest[0]?.number ?? lines.length) || 1);
  const starts = rest.flatMap((line, k) => (k > titleAt && isHeading(line, 2) ? [k] : []));
  const second = rest.find((line, k) => k > titleAt && isHeading(line, 1));
  if (second) throw new ProblemSetError("there is a second “#” heading: a set has one title, and problems begin with “##”", second.number);
  const introduction = join(rest.slice(titleAt + 1, starts[0] ?? rest.length));
  const layout = { frontMatter: join(front), beforeTitle: join(rest.slice(0, titleAt)), titleLine: titleLine.raw, introduction };
  return {
    title: headingText(titleLine),
    frontMatter: front
      .slice(1, -1)
      .map((line) => line.text)
      .join("\n"),
    introduction: introduction.trim(),
    problems: starts.map((start, k) => readProblem(rest.slice(start, starts[k + 1] ?? rest.length))),
    layout,
  };
}

function readFrontMatter(lines: readonly SourceLine[]): readonly SourceLine[] {
  if (lines[0]?.text !== "---") return [];
  const end = lines.findIndex((line, k) => k > 0 && line.text === "---");
  if (end < 0) throw new ProblemSetError("the front matter is not closed by a line “---”", 1);
  const front = lines.slice(0, end + 1);
  const [fault] = parseDocument(
    front
      .slice(1, -1)
      .map((line) => line.text)
      .join("\n"),
  ).errors;
  if (fault) throw new ProblemSetError(`the front matter is no valid YAML: ${fault.message.split("\n")[0]}`, (fault.linePos?.[0].line ?? 1) + 1);
  const { fault: setting } = settingsOf(
    front
      .slice(1, -1)
      .map((line) => line.text)
      .join("\n"),
  );
  if (setting) throw new ProblemSetError(setting.message, setting.line + 1);
  return front;
}

function readProblem(lines: readonly SourceLine[]): Problem {
  const [heading, ...body] = lines;
  if (!heading) throw new ProblemSetError("a problem was expected", 1);
  const opens = body.flatMap((line, k) => (!line.fenced && /^ {0,3}(`{3,}|~{3,})\s*working\s*$/.test(line.text) ? [k] : []));
  const [open, another] = opens;
  if (another !== undefined) throw new ProblemSetError("a problem has one working, and this is a second", body[another]?.number ?? heading.number);
  if (open === undefined) {
    const raw = join(body);
    return {
      title: headingText(heading),
      statement: raw.trim(),
      working: [],
      remarks: "",
      layout: { titleLine: heading.raw, statement: raw, working: "", remarks: "" },
    };
  }
  const closes = body.findIndex((line, k) => k > open && line.fenced && body[k + 1]?.fenced !== true && /^ {0,3}(`{3,}|~{3,})\s*$/.test(line.text));
  if (closes < 0) throw new ProblemSetError("the working is not closed by a fence", body[open]?.number ?? heading.number);
  const [before, after] = [join(body.slice(0, open)), join(body.slice(closes + 1))];
  return {
    title: headingText(heading),
    statement: before.trim(),
    working: body.slice(open + 1, closes).map((line) => line.text),
    remarks: after.trim(),
    layout: { titleLine: heading.raw, statement: before, working: join(body.slice(open, closes + 1)), remarks: after },
  };
}
