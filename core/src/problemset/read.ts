import { LIMITS } from "./limits.ts";
import { type Problem, type ProblemSet, ProblemSetError } from "./problem-set.ts";
import { proseIn } from "./prose.ts";
import { settingsOf } from "./settings.ts";
import { closes, isHeading, joined, type SourceLine, sourceLines } from "./source-lines.ts";
import { titleOf } from "./title.ts";

/**
 * Reads a `*.nail.md` file: CommonMark with YAML front matter, `# Set title`, `## Problem`, and one fenced block with info
 * string `working` a problem.
 * @throws ProblemSetError with the line for a missing title, a second working in a problem, an open fence, faulty YAML, or more than a
 * set may hold (`LIMITS`).
 */
export function readProblemSet(source: string): ProblemSet {
  within(source, "file", "a file", 1);
  const lines = sourceLines(source);
  const front = readFrontMatter(lines);
  const rest = lines.slice(front.length);
  const titleAt = rest.findIndex((line) => isHeading(line, 1));
  const titleLine = rest[titleAt];
  if (!titleLine) throw new ProblemSetError("a problem set begins with its title, a line such as “# Tides and ropes”", (rest[0]?.number ?? lines.length) || 1);
  const starts = rest.flatMap((line, k) => (k > titleAt && isHeading(line, 2) ? [k] : []));
  const second = rest.find((line, k) => k > titleAt && isHeading(line, 1));
  if (second) throw new ProblemSetError("there is a second “#” heading: a set has one title, and problems begin with “##”", second.number);
  const tooMany = rest[starts[LIMITS.problems] ?? -1];
  if (tooMany) throw new ProblemSetError(`a set may have ${LIMITS.problems} problems, and this is one more`, tooMany.number);
  const introduction = rest.slice(titleAt + 1, starts[0] ?? rest.length);
  return {
    title: within(titleOf(titleLine.raw), "title", "a title", titleLine.number),
    frontMatter: textsOf(front.slice(1, -1)),
    introduction: within(proseIn(introduction, "introduction"), "introduction", "an introduction", titleLine.number + 1),
    problems: starts.map((start, k) => readProblem(rest.slice(start, starts[k + 1] ?? rest.length))),
    layout: { frontMatter: joined(front), beforeTitle: joined(rest.slice(0, titleAt)), titleLine: titleLine.raw, introduction: joined(introduction) },
  };
}

const textsOf = (lines: readonly SourceLine[]): string => lines.map(({ text }) => text).join("\n");

/** A text that is no longer than its kind may be. */
function within(text: string, kind: keyof typeof LIMITS, called: string, line: number): string {
  if (text.length > LIMITS[kind]) throw new ProblemSetError(`${called} may have ${LIMITS[kind]} characters, and this has ${text.length}`, line);
  return text;
}

function readFrontMatter(lines: readonly SourceLine[]): readonly SourceLine[] {
  if (lines[0]?.text !== "---") return [];
  const end = lines.findIndex((line, k) => k > 0 && line.text === "---");
  if (end < 0) throw new ProblemSetError("the front matter is not closed by a line “---”", 1);
  const front = lines.slice(0, end + 1);
  const text = within(textsOf(front.slice(1, -1)), "frontMatter", "the front matter", 1);
  const { fault } = settingsOf(text);
  if (fault) throw new ProblemSetError(fault.message, fault.line + 1);
  return front;
}

function readProblem([heading, ...body]: readonly SourceLine[]): Problem {
  if (!heading) throw new ProblemSetError("a problem was expected", 1);
  const title = within(titleOf(heading.raw), "title", "a title", heading.number);
  const opens = body.flatMap(({ opens }, k) => (opens?.info === "working" ? [k] : []));
  const [open, another] = opens;
  if (another !== undefined) throw new ProblemSetError("a problem has one working, and this is a second", body[another]?.number ?? heading.number);
  const opening = body[open ?? -1];
  if (open === undefined || !opening) {
    const raw = joined(body);
    return {
      title,
      statement: within(proseIn(body, "statement"), "statement", "a statement", heading.number + 1),
      working: [],
      remarks: "",
      layout: { titleLine: heading.raw, statement: raw, working: "", remarks: "" },
    };
  }
  const close = body.findIndex((line, k) => k > open && line.fenced && closes(line.text, opening.opens?.fence ?? "") && body[k + 1]?.fenced !== true);
  if (close < 0) throw new ProblemSetError("the working is not closed by a fence", opening.number);
  const [before, inside, after] = [body.slice(0, open), body.slice(open + 1, close), body.slice(close + 1)];
  return {
    title,
    statement: within(proseIn(before, "statement"), "statement", "a statement", heading.number + 1),
    working: readWorking(inside),
    remarks: within(proseIn(after, "remarks"), "remarks", "the words after a working", (after[0] ?? heading).number),
    layout: { titleLine: heading.raw, statement: joined(before), working: joined(body.slice(open, close + 1)), remarks: joined(after) },
  };
}

function readWorking(lines: readonly SourceLine[]): readonly string[] {
  const tooMany = lines[LIMITS.lines];
  if (tooMany) throw new ProblemSetError(`a working may have ${LIMITS.lines} lines, and this is one more`, tooMany.number);
  return lines.map(({ text, number }) => within(text, "line", "a line of a working", number));
}
