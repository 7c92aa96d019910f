import type { SetSettings } from "@nail-down/core/problemset/settings";

/** What the front matter of a set says. Most sets have none, and the reader of front matter is loaded for those that do. */
export async function loadSettings(frontMatter: string): Promise<SetSettings> {
  if (frontMatter.trim() === "") return {};
  const { settingsOf } = await import("@nail-down/core/problemset/settings");
  return settingsOf(frontMatter).settings;
}
