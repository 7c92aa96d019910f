import { useEffect } from "react";
import { BrowserRouter, Navigate, Route, Routes } from "react-router";
import { BenchPage } from "./pages/bench-page.tsx";
import { SetPage } from "./pages/set-page.tsx";
import { ShelfPage } from "./pages/shelf-page.tsx";
import { SignInPage } from "./pages/sign-in-page.tsx";
import { loadSession } from "./store/session.ts";
import { useAppDispatch, useAppSelector } from "./store/store.ts";

/** The application: the sign-in page for strangers, the shelf, sets and the bench for instructors. */
export function App() {
  const dispatch = useAppDispatch();
  const { status, account } = useAppSelector((state) => state.session);
  useEffect(() => {
    void dispatch(loadSession());
  }, [dispatch]);
  if (status === "unknown") return <p className="p-8 text-steel">Opening …</p>;
  return (
    <BrowserRouter>
      {account ? (
        <Routes>
          <Route path="/" element={<ShelfPage />} />
          <Route path="/sets/:setId" element={<SetPage />} />
          <Route path="/sets/:setId/problems/:problemId" element={<BenchPage />} />
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      ) : (
        <SignInPage />
      )}
    </BrowserRouter>
  );
}
