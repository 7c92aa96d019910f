/** Thrown when an algorithm would need more effort than it may spend; it says what was being done. */
export class BudgetExhausted extends Error {
  override readonly name = "BudgetExhausted";

  constructor(what: string) {
    super(`${what} would take more effort than is allowed`);
  }
}
