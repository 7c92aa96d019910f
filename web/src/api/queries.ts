import { createApi, fakeBaseQuery } from "@reduxjs/toolkit/query/react";
import { ApiFault, api, type ProblemRecord, type SetRecord } from "./client.ts";

/** A refused call in plain data: it is kept in the store. */
export interface Fault {
  readonly status: number;
  readonly message: string;
  readonly current: unknown;
}

type Attempted<Data> = { readonly data: Data } | { readonly error: Fault };

/** The answer of a call, or why it was refused. */
async function attempt<Data>(call: () => Promise<Data>): Promise<Attempted<Data>> {
  try {
    return { data: await call() };
  } catch (error) {
    if (!(error instanceof ApiFault)) throw error;
    const { status, message, current } = error;
    return { error: { status, message, current } };
  }
}

/** As `attempt`, for calls that answer nothing. */
const done = (call: () => Promise<unknown>): Promise<Attempted<null>> => attempt(() => call().then(() => null));

/** What the application loads and keeps of the server, and the changes after which it is loaded again. */
export const queries = createApi({
  reducerPath: "queries",
  baseQuery: fakeBaseQuery<Fault>(),
  refetchOnMountOrArgChange: true,
  tagTypes: ["Shelf", "Set"],
  endpoints: (build) => ({
    shelf: build.query({ queryFn: (_: undefined) => attempt(api.shelf), providesTags: ["Shelf"] }),
    samples: build.query({ queryFn: (_: undefined) => attempt(api.samples), keepUnusedDataFor: 3600 }),
    set: build.query({ queryFn: (id: string) => attempt(() => api.set(id)), providesTags: ["Set"] }),
    newSet: build.mutation({ queryFn: (title: string) => attempt(() => api.newSet(title)), invalidatesTags: ["Shelf"] }),
    importSet: build.mutation({ queryFn: (file: string) => attempt(() => api.importSet(file)), invalidatesTags: ["Shelf"] }),
    copySample: build.mutation({ queryFn: (name: string) => attempt(() => api.copySample(name)), invalidatesTags: ["Shelf"] }),
    copySet: build.mutation({ queryFn: (id: string) => attempt(() => api.copySet(id)), invalidatesTags: ["Shelf"] }),
    changeSet: build.mutation({
      queryFn: ({ id, ...change }: { readonly id: string } & Parameters<typeof api.changeSet>[1]) => attempt(() => api.changeSet(id, change)),
      invalidatesTags: (_, error) => (error ? [] : ["Shelf", "Set"]),
    }),
    deleteSet: build.mutation({ queryFn: (id: string) => done(() => api.deleteSet(id)), invalidatesTags: ["Shelf"] }),
    orderSets: build.mutation({ queryFn: (ids: readonly string[]) => done(() => api.orderSets(ids)), invalidatesTags: ["Shelf"] }),
    newProblem: build.mutation({
      queryFn: ({ setId, title }: { readonly setId: string; readonly title: string }) => attempt(() => api.newProblem(setId, title)),
      invalidatesTags: ["Shelf", "Set"],
    }),
    copyProblem: build.mutation({
      queryFn: ({ id, setId }: { readonly id: string; readonly setId?: string }) => attempt(() => api.copyProblem(id, setId)),
      invalidatesTags: ["Shelf", "Set"],
    }),
    renameProblem: build.mutation({
      queryFn: ({ problem, title }: { readonly problem: ProblemRecord; readonly title: string }) =>
        attempt(() => api.saveProblem(problem.id, { ...problem, title })),
      invalidatesTags: ["Set"],
    }),
    deleteProblem: build.mutation({ queryFn: (id: string) => done(() => api.deleteProblem(id)), invalidatesTags: ["Shelf", "Set"] }),
    orderProblems: build.mutation({
      queryFn: ({ setId, ids }: { readonly setId: string; readonly ids: readonly string[] }) => done(() => api.orderProblems(setId, ids)),
      invalidatesTags: ["Set"],
    }),
  }),
});

/** Puts what was stored of a problem into the set as it is kept, so that it is found there when one comes back to it. */
export const problemStored = (problem: ProblemRecord) =>
  queries.util.updateQueryData(
    "set",
    problem.setId,
    (set): SetRecord => ({ ...set, problems: set.problems.map((one) => (one.id === problem.id ? problem : one)) }),
  );

export const messageOf = (error: unknown): string =>
  typeof error === "object" && error !== null && "message" in error ? String(error.message) : "this could not be done";
