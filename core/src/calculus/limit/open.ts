import type { Expression } from "../../expression/expression.ts";

/** Thrown where a limit is not decided; `about` is the constant whose sign or vanishing would decide it. */
export class LimitOpen extends Error {
  override readonly name = "LimitOpen";
  readonly about: Expression | undefined;

  constructor(message: string, about: Expression | undefined) {
    super(message);
    this.about = about;
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
    if (error instanceof LimitOpen || error instanceof Oscillates || error instanceof NotDefinedThere) return undefined;
    throw error;
  }
}
