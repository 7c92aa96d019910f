import { lazy, Suspense, useEffect } from "react";
import { BrowserRouter, Link, Navigate, Route, Routes, useLocation } from "react-router";
import { SignInPage } from "./pages/sign-in-page.tsx";
import { Boundary } from "./parts/boundary.tsx";
import { Button, Fault } from "./parts/controls.tsx";
import { SignInAgain } from "./parts/sign-in-again.tsx";
import { TopBar } from "./parts/top-bar.tsx";
import { loadSession } from "./store/session.ts";
import { useAppDispatch, useAppSelector } from "./store/store.ts";

const ShelfPage = lazy(async () => ({ default: (await import("./pages/shelf-page.tsx")).ShelfPage }));
const SetPage = lazy(async () => ({ default: (await import("./pages/set-page.tsx")).SetPage }));
const BenchPage = lazy(async () => ({ default: (await import("./pages/bench-page.tsx")).BenchPage }));

/** The views of those who are signed in; one that fails leaves the others to go to. */
function Views() {
  const { pathname } = useLocation();
  return (
    <Boundary key={pathname} failed={(message, again) => <FailedView message={message} again={again} />}>
      <Suspense fallback={<TopBar />}>
        <Routes>
          <Route path="/" element={<ShelfPage />} />
          <Route path="/sets/:setId" element={<SetPage />} />
          <Route path="/sets/:setId/problems/:problemId" element={<BenchPage />} />
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      </Suspense>
    </Boundary>
  );
}

function FailedView({ message, again }: { readonly message: string; readonly again: () => void }) {
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-2xl space-y-3 p-8">
        <h1 className="font-serif text-xl font-semibold">This view could not be shown</h1>
        <Fault>{message}</Fault>
        <p>What you wrote is where it was: on the server, or kept in this browser until it is saved.</p>
        <div className="flex gap-2">
          <Button look="strong" onClick={again}>
            Try again
          </Button>
          <Link to="/" className="rounded border border-rule px-3 py-1 hover:border-steel">
            To the shelf
          </Link>
        </div>
      </main>
    </>
  );
}

/** The application: the sign-in page for strangers, the shelf, sets and the bench for instructors. */
export function App() {
  const dispatch = useAppDispatch();
  const { status, account, expired } = useAppSelector((state) => state.session);
  useEffect(() => {
    void dispatch(loadSession());
  }, [dispatch]);
  const open = (): void => void dispatch(loadSession());
  if (status === "unreachable")
    return (
      <main className="p-8">
        <Fault>The server cannot be reached. What you typed and was not saved is kept in this browser.</Fault>
        <Button onClick={open}>Try again</Button>
      </main>
    );
  if (status === "unknown") return <p className="p-8 text-steel">Opening …</p>;
  return (
    <BrowserRouter>
      {account ? (
        <>
          <Views />
          {expired && <SignInAgain account={account} />}
        </>
      ) : (
        <SignInPage />
      )}
    </BrowserRouter>
  );
}
