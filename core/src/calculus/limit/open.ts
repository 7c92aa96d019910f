import type { Expression } from "../../expression/expression.ts";
import { ofLetters } from "../place.ts";

/** Thrown where a limit is not decided; `about` is the constant whose sign or vanishing would decide it. */
export class LimitOpen extends Error {
  override readonly name = "LimitOpen";
  readonly about: Expression | undefined;

  constructor(message: string, about: Expression | undefined) {
    super(message);
    this.about = about;
  }

  /** What would decide it, where that is a constant of the author's letters. */
  get letters(): Expression | undefined {
    return ofLetters(this.about);
  }
}

/** Thrown where all terms that were followed cancel: further ones are needed. */
export class Cancelled extends LimitOpen {
  constructor() {
    super("everything that was followed cancels", undefined);
  }
}

/** Thrown where a part oscillates: a circular function of an argument that grows, a power of a negative number, the rest of a rounded number. */
export class Oscillates extends Error {
  override readonly name = "Oscillates";
  readonly part: Expression;

  constructor(part: Expression) {
    super("a part of it oscillates");
    this.part = part;
  }
}

/** Thrown where the function has no real value on the side from which the place is approached. */
export class NotDefinedThere extends Error {
  override readonly name = "NotDefinedThere";
}

/** What is found of a limit; undefined where it is not decided, the function oscillates, or is not defined there. */
export function whereFound<T>(find: () => T): T | undefined {
  try {
    return find();
  } catch (error) {
    return notFound(error);
  }
}

/** As `whereFound`. @throws LimitOpen where only the letters leave it open */
export function whereDecided<T>(find: () => T): T | undefined {
  try {
    return find();
  } catch (error) {
    if (error instanceof LimitOpen && error.letters) throw error;
    return notFound(error);
  }
}

function notFound(error: unknown): undefined {
  if (error instanceof LimitOpen || error instanceof Oscillates || error instanceof NotDefinedThere) return undefined;
  throw error;
}
