import { randomBytes, randomUUID } from "node:crypto";
import { promisify } from "node:util";
import { brotliCompress, gzip as gzipCompress } from "node:zlib";
import { and, desc, eq, isNull } from "drizzle-orm";
import type { Database } from "./database.ts";
import { type PublicationKind, publications } from "./schema.ts";

export interface PublicationEntry {
  readonly id: string;
  readonly kind: PublicationKind;
  readonly number: number;
  readonly address: string;
  readonly createdAt: number;
  readonly withdrawnAt: number | null;
}

const ENTRY = {
  id: publications.id,
  kind: publications.kind,
  number: publications.number,
  address: publications.address,
  createdAt: publications.createdAt,
  withdrawnAt: publications.withdrawnAt,
};

/** A set's publications, the newest first. */
export async function publicationsOf(database: Database, setId: string): Promise<readonly PublicationEntry[]> {
  return database.select(ENTRY).from(publications).where(eq(publications.setId, setId)).orderBy(desc(publications.createdAt));
}

/**
 * Stores a snapshot under the set's address for that kind, which is made at the first publication and kept: readers who
 * have it see the newest snapshot. Addresses hold 128 random bits.
 */
export async function publish(database: Database, setId: string, kind: PublicationKind, html: string): Promise<PublicationEntry> {
  const [last] = await database
    .select(ENTRY)
    .from(publications)
    .where(and(eq(publications.setId, setId), eq(publications.kind, kind)))
    .orderBy(desc(publications.number))
    .limit(1);
  const entry: PublicationEntry = {
    id: randomUUID(),
    kind,
    number: (last?.number ?? 0) + 1,
    address: last?.address ?? randomBytes(16).toString("base64url"),
    createdAt: Date.now(),
    withdrawnAt: null,
  };
  await database.insert(publications).values({ ...entry, setId, html, ...(await compressed(html)) });
  return entry;
}

/** A page as it is stored: as it was rendered, and compressed. */
export interface StoredPage {
  readonly html: string;
  readonly brotli: Buffer | null;
  readonly gzip: Buffer | null;
}

/** Once, and as small as it goes: it is sent many times. */
async function compressed(html: string): Promise<Omit<StoredPage, "html">> {
  const [brotli, gzip] = await Promise.all([promisify(brotliCompress)(html), promisify(gzipCompress)(html, { level: 9 })]);
  return { brotli, gzip };
}

/** The page that readers see at an address. */
export async function pageAt(database: Database, address: string): Promise<StoredPage | undefined> {
  const [found] = await database
    .select({ html: publications.html, brotli: publications.brotli, gzip: publications.gzip })
    .from(publications)
    .where(and(eq(publications.address, address), isNull(publications.withdrawnAt)))
    .orderBy(desc(publications.number))
    .limit(1);
  return found;
}

/** Takes every snapshot of an address away from readers. */
export async function withdraw(database: Database, setId: string, kind: PublicationKind): Promise<void> {
  await database
    .update(publications)
    .set({ withdrawnAt: Date.now() })
    .where(and(eq(publications.setId, setId), eq(publications.kind, kind), isNull(publications.withdrawnAt)));
}
