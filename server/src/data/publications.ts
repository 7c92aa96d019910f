import { randomBytes } from "node:crypto";
import { promisify } from "node:util";
import { gunzip } from "node:zlib";
import { and, desc, eq, isNull } from "drizzle-orm";
import type { Database } from "./database.ts";
import { type PublicationKind, publicationPictures, publications } from "./schema.ts";

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

/** Where a snapshot of a set will be. */
export interface PublicationPlace {
  readonly address: string;
  readonly number: number;
}

/**
 * The place of the next snapshot of a kind. The address is made at the first publication and kept: readers who have it see the newest
 * snapshot. Addresses hold 128 random bits.
 */
export async function nextPlace(database: Database, setId: string, kind: PublicationKind): Promise<PublicationPlace> {
  const [last] = await database
    .select(ENTRY)
    .from(publications)
    .where(and(eq(publications.setId, setId), eq(publications.kind, kind)))
    .orderBy(desc(publications.number))
    .limit(1);
  return { number: (last?.number ?? 0) + 1, address: last?.address ?? randomBytes(16).toString("base64url") };
}

/** A page in its compressed forms, and the pictures of its evidence by their numbers, compressed with gzip. */
export interface Snapshot {
  readonly brotli: Uint8Array;
  readonly gzip: Uint8Array;
  readonly pictures: ReadonlyMap<number, Uint8Array>;
}

/** The statements that store a snapshot in its place. */
export function storing(database: Database, entry: PublicationEntry & { readonly setId: string }, { brotli, gzip, pictures }: Snapshot) {
  return [
    database.insert(publications).values({ ...entry, html: "", brotli: Buffer.from(brotli), gzip: Buffer.from(gzip) }),
    ...[...pictures].map(([place, svg]) => database.insert(publicationPictures).values({ publicationId: entry.id, place, svg: Buffer.from(svg) })),
  ] as const;
}

/** A picture of a snapshot that is not withdrawn, compressed with gzip. */
export async function pictureAt(database: Database, address: string, number: number, place: number): Promise<Buffer | undefined> {
  const [found] = await database
    .select({ svg: publicationPictures.svg })
    .from(publicationPictures)
    .innerJoin(publications, eq(publications.id, publicationPictures.publicationId))
    .where(and(eq(publications.address, address), eq(publications.number, number), isNull(publications.withdrawnAt), eq(publicationPictures.place, place)));
  return found?.svg;
}

/** The forms in which a page is stored, the smallest first. */
export const ENCODINGS = ["br", "gzip", "identity"] as const;
export type Encoding = (typeof ENCODINGS)[number];

/**
 * The page that readers see at an address, in the form they can take, or another where it is not stored in that one. Nothing else is read: some
 * forms are many times as large.
 */
export async function pageAt(database: Database, address: string, encoding: Encoding): Promise<{ body: Buffer; encoding: Encoding } | undefined> {
  const stored = { br: publications.brotli, gzip: publications.gzip, identity: publications.html } as const;
  const [found] = await database
    .select({ body: stored[encoding] })
    .from(publications)
    .where(and(eq(publications.address, address), isNull(publications.withdrawnAt)))
    .orderBy(desc(publications.number))
    .limit(1);
  if (!found) return undefined;
  if (found.body) return { body: Buffer.from(found.body), encoding };
  if (encoding !== "identity") return pageAt(database, address, "identity");
  // What is published now is kept compressed alone; few readers cannot take that.
  const zipped = await pageAt(database, address, "gzip");
  return zipped && { body: await promisify(gunzip)(zipped.body), encoding };
}

/** Takes every snapshot of a kind away from readers; the addresses where they were. */
export async function withdraw(database: Database, setId: string, kind: PublicationKind): Promise<ReadonlySet<string>> {
  const taken = await database
    .update(publications)
    .set({ withdrawnAt: Date.now() })
    .where(and(eq(publications.setId, setId), eq(publications.kind, kind), isNull(publications.withdrawnAt)))
    .returning({ address: publications.address });
  return new Set(taken.map(({ address }) => address));
}
