import { type SetSettings, settingsOf, withSetting } from "@nail-down/core/problemset/settings";
import { useId } from "react";
import type { SetRecord } from "../api/client.ts";

interface Choice {
  readonly key: string;
  readonly label: string;
  readonly options: readonly { readonly value: string; readonly label: string }[];
  /** What the set says now. */
  readonly now: (settings: SetSettings) => string;
}

const USUAL = "";
const COUNTS = [2, 3, 4, 5];

/** What a set says of all its lines, each written into the front matter of its file. */
const CHOICES: readonly Choice[] = [
  {
    key: "figures",
    label: "Decimals",
    options: [{ value: USUAL, label: "6 figures, zeros left out" }, ...COUNTS.map((count) => ({ value: String(count), label: `${count} figures` }))],
    now: ({ digits }) => (digits?.kind === "figures" ? String(digits.count) : USUAL),
  },
  {
    key: "angles",
    label: "Angles",
    options: [
      { value: USUAL, label: "radians" },
      { value: "degrees", label: "degrees" },
    ],
    now: ({ inDegrees }) => (inDegrees ? "degrees" : USUAL),
  },
  {
    key: "steps",
    label: "The way",
    options: [
      { value: "every step", label: "every step" },
      { value: USUAL, label: "main steps" },
      { value: "answer only", label: "answers only" },
    ],
    now: ({ detail }) => (detail === "every step" ? detail : detail === "answer" ? "answer only" : USUAL),
  },
];

/** How the numbers and the way are shown throughout the set. */
export function SetSettingsForm({ set, store }: { readonly set: SetRecord; readonly store: (frontMatter: string) => void }) {
  const { settings } = settingsOf(set.frontMatter);
  const id = useId();
  return (
    <form className="mt-4 flex flex-wrap gap-x-6 gap-y-2 text-[14px] text-steel" aria-label="printing">
      {CHOICES.map(({ key, label, options, now }) => (
        <label key={key} htmlFor={`${id}-${key}`} className="flex items-baseline gap-2">
          {label}
          <select
            id={`${id}-${key}`}
            value={now(settings)}
            onChange={(event) => store(withSetting(set.frontMatter, key, event.target.value === USUAL ? undefined : event.target.value))}
            className="rounded border border-rule bg-paper px-1 py-0.5 text-ink"
          >
            {options.map((option) => (
              <option key={option.value} value={option.value}>
                {option.label}
              </option>
            ))}
          </select>
        </label>
      ))}
    </form>
  );
}
