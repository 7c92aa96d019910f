/** Work that waits for its turn, and for whom it is. */
interface Waiting {
  readonly begin: () => void;
}

/**
 * Turns between accounts: so many at once, so many of one account, and the next turn goes to the account that has waited longest since its last
 * one (round robin). However much one account asks for, another waits for one turn of each.
 */
export class FairQueue {
  readonly #atOnce: number;
  readonly #ofOneAccount: number;
  /** The accounts that wait, the next one first. */
  readonly #waiting = new Map<string, Waiting[]>();
  readonly #running = new Map<string, number>();
  #busy = 0;

  constructor(atOnce: number, ofOneAccount: number) {
    this.#atOnce = atOnce;
    this.#ofOneAccount = ofOneAccount;
  }

  /** How many wait, over all accounts. */
  get length(): number {
    return [...this.#waiting.values()].reduce((total, own) => total + own.length, 0);
  }

  /** How many turns are taken now. */
  get busy(): number {
    return this.#busy;
  }

  lengthFor(account: string): number {
    return this.#waiting.get(account)?.length ?? 0;
  }

  /**
   * Does the work when its turn comes.
   * @throws what the work throws, and the reason of the signal where it is aborted before its turn
   */
  async turn<T>(account: string, work: () => Promise<T>, signal?: AbortSignal): Promise<T> {
    await this.#admitted(account, signal);
    try {
      return await work();
    } finally {
      this.#busy -= 1;
      const left = (this.#running.get(account) ?? 1) - 1;
      if (left > 0) this.#running.set(account, left);
      else this.#running.delete(account);
      this.#admit();
    }
  }

  #admitted(account: string, signal: AbortSignal | undefined): Promise<void> {
    return new Promise((resolve, reject) => {
      signal?.throwIfAborted();
      const leave = (): void => {
        const own = this.#waiting.get(account)?.filter((one) => one !== waiting) ?? [];
        if (own.length > 0) this.#waiting.set(account, own);
        else this.#waiting.delete(account);
        reject(signal?.reason);
      };
      const waiting: Waiting = {
        begin: () => {
          signal?.removeEventListener("abort", leave);
          resolve();
        },
      };
      signal?.addEventListener("abort", leave, { once: true });
      this.#waiting.set(account, [...(this.#waiting.get(account) ?? []), waiting]);
      this.#admit();
    });
  }

  #admit(): void {
    while (this.#busy < this.#atOnce) {
      const next = [...this.#waiting].find(([account]) => (this.#running.get(account) ?? 0) < this.#ofOneAccount);
      if (!next) return;
      const [account, [first, ...rest]] = next;
      // Whoever had a turn goes to the end.
      this.#waiting.delete(account);
      if (rest.length > 0) this.#waiting.set(account, rest);
      this.#busy += 1;
      this.#running.set(account, (this.#running.get(account) ?? 0) + 1);
      first?.begin();
    }
  }
}
