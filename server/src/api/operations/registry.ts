import type { Operation } from "../operation.ts";
import { ACCOUNT_OPERATIONS } from "./accounts.ts";
import { JOB_OPERATIONS } from "./jobs.ts";
import { PROBLEM_OPERATIONS } from "./problems.ts";
import { PUBLICATION_OPERATIONS } from "./publications.ts";
import { SET_OPERATIONS } from "./sets.ts";

/** Every operation of the API: its routes and its description are made from this list. */
export const OPERATIONS: readonly Operation[] = [...ACCOUNT_OPERATIONS, ...SET_OPERATIONS, ...PROBLEM_OPERATIONS, ...PUBLICATION_OPERATIONS, ...JOB_OPERATIONS];
