import { checkPassword, createAccount, endSession, startSession } from "../../data/accounts.ts";
import { ApiError } from "../faults.ts";
import { openOperation, reply } from "../operation.ts";
import { Session, SignedIn, SignIn, SignUp } from "../schemas.ts";
import { currentAccount, sessionToken } from "../session.ts";

const shown = ({ name, email }: { readonly name: string; readonly email: string }) => ({ name, email });

export const ACCOUNT_OPERATIONS = [
  openOperation({
    method: "get",
    path: "/session",
    summary: "Who is signed in",
    answers: { 200: Session },
    handle: async ({ request, services }) => {
      const account = await currentAccount(request, services.database);
      return reply(200, { account: account ? shown(account) : null, demo: services.demo ?? null });
    },
  }),
  openOperation({
    method: "post",
    path: "/session",
    summary: "Sign in",
    body: SignIn,
    guarded: true,
    answers: { 200: SignedIn },
    handle: async ({ body: { email, password }, services: { database } }) => {
      const account = await checkPassword(database, email, password);
      if (!account) throw new ApiError(401, "the e-mail address or the password is not right");
      return { ...reply(200, { account: shown(account) }), session: { token: await startSession(database, account.id) } };
    },
  }),
  openOperation({
    method: "delete",
    path: "/session",
    summary: "Sign out",
    answers: { 204: null },
    handle: async ({ request, services }) => {
      const token = sessionToken(request);
      if (token !== undefined) await endSession(services.database, token);
      return { ...reply(204), session: "ended" };
    },
  }),
  openOperation({
    method: "post",
    path: "/accounts",
    summary: "Sign up",
    body: SignUp,
    guarded: true,
    answers: { 201: SignedIn },
    handle: async ({ body, services: { database } }) => {
      const account = await createAccount(database, body);
      if (!account) throw new ApiError(409, "there is an account with this e-mail address already", { field: "email" });
      return { ...reply(201, { account: shown(account) }), session: { token: await startSession(database, account.id) } };
    },
  }),
] as const;
