import { createHash } from "node:crypto";
import type { Database } from "../data/database.ts";
import { type Encoding, pageAt } from "../data/publications.ts";

/** A page as it goes out, or that there is none. */
export type Served = { readonly kind: "page"; readonly body: Buffer; readonly encoding: Encoding; readonly tag: string } | { readonly kind: "none" };

/** How long another process may have changed a page before this one looks again. */
const SECONDS = 2;
/** Together they are no larger than this. */
const MOST_BYTES = 32 * 1024 * 1024;
/** Addresses that are known, whether there is a page or not. */
const MOST_ADDRESSES = 2000;

/**
 * Published pages at hand, so that a class that opens the same one asks the database once in a while. What this process publishes or
 * withdraws is forgotten at once; what others do is seen within two seconds.
 */
export class ServedPages {
  readonly #database: Database;
  readonly #kept = new Map<string, { readonly served: Promise<Served>; readonly until: number; bytes: number }>();

  constructor(database: Database) {
    this.#database = database;
  }

  page(address: string, encoding: Encoding): Promise<Served> {
    const key = `${address} ${encoding}`;
    const known = this.#kept.get(key);
    if (known && known.until > Date.now()) return known.served;
    const bytes = [...this.#kept.values()].reduce((total, page) => total + page.bytes, 0);
    if (bytes > MOST_BYTES || this.#kept.size >= MOST_ADDRESSES) this.#kept.clear();
    const entry = { served: this.#read(address, encoding), until: Date.now() + SECONDS * 1000, bytes: 0 };
    this.#kept.set(key, entry);
    entry.served.then(
      (served) => {
        if (served.kind === "page") entry.bytes = served.body.length;
      },
      // A failure is not kept: the next reader asks again.
      () => this.#kept.delete(key),
    );
    return entry.served;
  }

  forget(address: string): void {
    for (const key of this.#kept.keys()) if (key.startsWith(`${address} `)) this.#kept.delete(key);
  }

  async #read(address: string, encoding: Encoding): Promise<Served> {
    const found = await pageAt(this.#database, address, encoding);
    if (!found) return { kind: "none" };
    const { body } = found;
    return { kind: "page", body, encoding: found.encoding, tag: `"${createHash("sha256").update(body).digest("base64url").slice(0, 22)}"` };
  }
}
