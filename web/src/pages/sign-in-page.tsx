import { type FormEvent, useState } from "react";
import { ApiFault, api } from "../api/client.ts";
import { Button, Fault, Field } from "../parts/controls.tsx";
import { TopBar } from "../parts/top-bar.tsx";
import { signedIn } from "../store/session.ts";
import { useAppDispatch, useAppSelector } from "../store/store.ts";

/** Sign in, or sign up. In demo mode the demo instructor's sign-in is shown. */
export function SignInPage() {
  const dispatch = useAppDispatch();
  const demo = useAppSelector((state) => state.session.demo);
  const [isNew, setIsNew] = useState(false);
  const [details, setDetails] = useState({ name: "", email: "", password: "" });
  const [fault, setFault] = useState("");
  const change = (field: keyof typeof details) => (event: { target: { value: string } }) => setDetails({ ...details, [field]: event.target.value });

  const enter = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    setFault("");
    try {
      const { account } = isNew ? await api.signUp(details.name, details.email, details.password) : await api.signIn(details.email, details.password);
      dispatch(signedIn(account));
    } catch (error) {
      if (!(error instanceof ApiFault)) throw error;
      setFault(error.message);
    }
  };

  return (
    <>
      <TopBar />
      <main className="mx-auto mt-12 grid max-w-4xl gap-10 px-6 md:grid-cols-[1.2fr_1fr]">
        <section className="font-serif">
          <h1 className="mb-4 text-4xl leading-tight font-semibold">Answers that hold.</h1>
          <p className="text-lg leading-relaxed">
            State a physics problem, work it line by line, and publish the solution with its steps and its graph. Every answer is exact, put back into its
            equation, and counted, so that no root is lost and none is added.
          </p>
          <p className="mt-4 text-steel">Readers of what you publish need no account.</p>
        </section>
        <form onSubmit={(event) => void enter(event)} className="sheet space-y-4 rounded p-6 font-sans text-[15px]" aria-label={isNew ? "sign up" : "sign in"}>
          <h2 className="font-serif text-xl font-semibold">{isNew ? "Sign up" : "Sign in"}</h2>
          {isNew && (
            <Field id="name" label="Name, as readers see it" value={details.name} onChange={change("name")} autoComplete="name" required maxLength={100} />
          )}
          <Field id="email" label="E-mail address" type="email" value={details.email} onChange={change("email")} autoComplete="email" required />
          <Field
            id="password"
            label={isNew ? "Password, at least 10 characters" : "Password"}
            type="password"
            value={details.password}
            onChange={change("password")}
            autoComplete={isNew ? "new-password" : "current-password"}
            required
            minLength={isNew ? 10 : 1}
          />
          {fault !== "" && <Fault>{fault}</Fault>}
          <div className="flex items-center justify-between">
            <Button look="strong" type="submit">
              {isNew ? "Sign up" : "Sign in"}
            </Button>
            <Button look="quiet" onClick={() => setIsNew(!isNew)}>
              {isNew ? "I have an account" : "I am new here"}
            </Button>
          </div>
          {demo && !isNew && (
            <div className="border-t border-rule pt-4 text-steel">
              <p>This is a demonstration. Its instructor signs in with</p>
              <p className="my-2 font-mono text-[13px] text-ink" data-testid="demo-sign-in">
                {demo.email}
                <br />
                {demo.password}
              </p>
              <Button onClick={() => setDetails({ ...details, ...demo })}>Fill in</Button>
            </div>
          )}
        </form>
      </main>
    </>
  );
}
