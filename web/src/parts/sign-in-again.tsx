import { type FormEvent, useState } from "react";
import { type Account, ApiFault, api } from "../api/client.ts";
import { signedIn, signOut } from "../store/session.ts";
import { useAppDispatch } from "../store/store.ts";
import { Button, Fault, Field } from "./controls.tsx";
import { Modal } from "./modal.tsx";

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
    <Modal
      open
      title="Sign in again"
      description="Your session has ended. What you wrote is still here, and is saved when you are back."
      className="top-24 left-1/2 w-[26rem] max-w-[92vw] -translate-x-1/2 p-6"
    >
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
    </Modal>
  );
}
