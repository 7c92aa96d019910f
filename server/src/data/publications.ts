import { randomBytes, randomUUID } from "node:crypto";
import { promisify } from "node:util";
import { brotliCompress, gzip as gzipCompress } from "node:zlib";
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

/** A page and the pictures that it refers to, in their order. */
export interface Snapshot {
  readonly html: string;
  readonly pictures: readonly string[];
}

/**
 * Stores a snapshot under the set's address for that kind, which is made at the first publication and kept: readers who
 * have it see the newest snapshot. Addresses hold 128 random bits. The page is rendered for the place where its pictures will be.
 */
export async function publish(database: Database, setId: string, kind: PublicationKind, render: (pictures: string) => Snapshot): Promise<PublicationEntry> {
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
  const { html, pictures } = render(`/p/${entry.address}/${entry.number}/`);
  const drawn = await Promise.all(pictures.map(async (svg, place) => ({ publicationId: entry.id, place, svg: await promisify(gzipCompress)(svg) })));
  const stored = database.insert(publications).values({ ...entry, setId, html, ...(await compressed(html)) });
  await database.batch([stored, ...drawn.map((picture) => database.insert(publicationPictures).values(picture))]);
  return entry;
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

/** Once, and as small as it goes: it is sent many times. */
async function compressed(html: string): Promise<{ readonly brotli: Buffer; readonly gzip: Buffer }> {
  const [brotli, gzip] = await Promise.all([promisify(brotliCompress)(html), promisify(gzipCompress)(html, { level: 9 })]);
  return { brotli, gzip };
}

/** The forms in which a page is stored, the smallest first. */
export const ENCODINGS = ["br", "gzip", "identity"] as const;
export type Encoding = (typeof ENCODINGS)[number];

const STORED = { br: publications.brotli, gzip: publications.gzip, identity: publications.html } as const;

/**
 * The page that readers see at an address, in the form they can take, or as it was rendered where it is not stored in that
 * form. Nothing else is read: the other forms are many times as large.
 */
export async function pageAt(database: Database, address: string, encoding: Encoding): Promise<{ body: Buffer | string; encoding: Encoding } | undefined> {
  const [found] = await database
    .select({ body: STORED[encoding] })
    .from(publications)
    .where(and(eq(publications.address, address), isNull(publications.withdrawnAt)))
    .orderBy(desc(publications.number))
    .limit(1);
  if (!found) return undefined;
  return found.body === null ? pageAt(database, address, "identity") : { body: found.body, encoding };
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
