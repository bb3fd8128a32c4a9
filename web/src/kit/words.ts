/** Counts, lists and the like put into words, for every page: here and nowhere else. */

/** Words whose plural is not made with an s. */
const PLURALS: Record<string, string> = { person: "people" };

const plural = (word: string): string => {
  const last = word.split(" ").at(-1) as string;
  const many = PLURALS[last] ?? (/(s|sh|ch|x)$/.test(last) ? `${last}es` : `${last}s`);
  return word.slice(0, word.length - last.length) + many;
};

/** "1 action", "2 actions", "1.5 beats". */
export const count = (n: number, word: string): string => `${n} ${n === 1 ? word : plural(word)}`;

/** "1 group waits", "3 groups wait". */
export const counted = (n: number, word: string, does: [one: string, many: string]): string =>
  `${count(n, word)} ${n === 1 ? does[0] : does[1]}`;

/** "a", "a and b", "a, b and c". */
export const list = (all: string[]): string =>
  all.length < 2 ? (all[0] ?? "") : `${all.slice(0, -1).join(", ")} and ${all.at(-1)}`;
