import { Dialog } from "radix-ui";
import { type FormEvent, useState } from "react";
import { type Account, ApiFault, api } from "../api/client.ts";
import { signedIn, signOut } from "../store/session.ts";
import { useAppDispatch } from "../store/store.ts";
import { Button, Fault, Field } from "./controls.tsx";

/** Signing in again over what one works on, when the session has ended: nothing is loaded anew, and what was typed stays. */
export function SignInAgain({ account }: { readonly account: Account }) {
  const dispatch = useAppDispatch();
  const [password, setPassword] = useState("");
  const [fault, setFault] = useState("");
  const enter = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    setFault("");
    try {
      dispatch(signedIn((await api.signIn(account.email, password)).account));
    } catch (error) {
      if (!(error instanceof ApiFault)) throw error;
      setFault(error.message);
    }
  };
  return (
    <Dialog.Root open modal={false}>
      <Dialog.Portal>
        <div className="fixed inset-0 z-30 bg-black/35" aria-hidden="true" />
        <Dialog.Content className="fixed top-24 left-1/2 z-40 w-[26rem] max-w-[92vw] -translate-x-1/2 rounded border border-rule bg-paper p-6 shadow-xl">
          <Dialog.Title className="font-serif text-xl font-semibold">Sign in again</Dialog.Title>
          <Dialog.Description className="mt-1 mb-4 text-steel">
            Your session has ended. What you wrote is still here, and is saved when you are back.
          </Dialog.Description>
          <form onSubmit={(event) => void enter(event)} className="space-y-4" aria-label="sign in again">
            <p className="text-[15px]">{account.email}</p>
            <Field
              id="password-again"
              label="Password"
              type="password"
              autoComplete="current-password"
              required
              value={password}
              onChange={(event) => setPassword(event.target.value)}
            />
            {fault !== "" && <Fault>{fault}</Fault>}
            <div className="flex justify-between">
              <Button look="strong" type="submit">
                Sign in
              </Button>
              <Button look="quiet" onClick={() => void dispatch(signOut())}>
                Sign out
              </Button>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
