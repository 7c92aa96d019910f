import { DropdownMenu } from "radix-ui";
import { type ReactNode, useState } from "react";
import { Link } from "react-router";
import { signOut } from "../store/session.ts";
import { useAppDispatch, useAppSelector } from "../store/store.ts";
import { chooseTheme, currentTheme } from "./theme.ts";

/** The bar at the top of every page: where one is, what can be done there, and the account. */
export function TopBar({ path, children }: { readonly path?: ReactNode; readonly children?: ReactNode }) {
  const dispatch = useAppDispatch();
  const account = useAppSelector((state) => state.session.account);
  const [theme, setTheme] = useState(currentTheme);
  const other = theme === "light" ? "dark" : "light";
  const item = "cursor-pointer rounded px-3 py-1.5 outline-none data-[highlighted]:bg-desk";
  return (
    <header className="flex h-12 items-center gap-1 border-b border-rule bg-paper px-2 sm:gap-3 sm:px-4">
      <Link to="/" className="flex items-center gap-2 font-serif text-[17px] font-semibold">
        <svg viewBox="0 0 16 16" className="h-4 w-4 text-copper" aria-hidden="true">
          <circle cx="8" cy="8" r="6.5" fill="currentColor" />
          <path d="M4.6 5.4h6.8" stroke="var(--paper)" strokeWidth="1.6" strokeLinecap="round" />
        </svg>
        <span className={path ? "whitespace-nowrap max-sm:sr-only" : "whitespace-nowrap"}>Nail Down</span>
      </Link>
      <nav aria-label="place" className="flex min-w-0 flex-1 items-center gap-2 truncate text-steel">
        {path}
      </nav>
      {children}
      {account && (
        <DropdownMenu.Root modal={false}>
          <DropdownMenu.Trigger className="max-w-20 shrink-0 truncate rounded px-2 py-1 text-steel hover:text-ink sm:max-w-48">
            {account.name}
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" sideOffset={6} className="z-20 min-w-44 rounded border border-rule bg-paper p-1 shadow-lg">
              <DropdownMenu.Item
                className={item}
                onSelect={() => {
                  chooseTheme(other);
                  setTheme(other);
                }}
              >
                {other === "dark" ? "Dark paper" : "Light paper"}
              </DropdownMenu.Item>
              <DropdownMenu.Item className={item} onSelect={() => void dispatch(signOut())}>
                Sign out
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      )}
    </header>
  );
}
