/** What is typed on a part's record. */
import { fail, ok, type Result } from "~core/units";

export const parseTags = (text: string): Result<string[]> => {
  const tags = [
    ...new Set(
      text
        .split(",")
        .map((t) => t.trim())
        .filter(Boolean),
    ),
  ];
  return tags.length <= 20 && tags.every((t) => t.length <= 40)
    ? ok(tags)
    : fail("tags", "At most 20 tags of 40 characters, separated by commas.");
};
