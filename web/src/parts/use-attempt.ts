import { useState } from "react";
import { messageOf } from "../api/queries.ts";

/** Calls that may be refused: `fault` says why the last one was, and is empty where it was not. */
export function useAttempt(): { readonly fault: string; readonly attempt: (work: () => Promise<unknown>) => Promise<void> } {
  const [fault, setFault] = useState("");
  const attempt = async (work: () => Promise<unknown>): Promise<void> => {
    setFault("");
    try {
      await work();
    } catch (refused) {
      setFault(messageOf(refused));
    }
  };
  return { fault, attempt };
}
