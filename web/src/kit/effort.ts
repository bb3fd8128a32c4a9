/** How hard it was, in words, from 0 to 10. */
export const EFFORTS = [
  "nothing",
  "very easy",
  "easy",
  "moderate",
  "somewhat hard",
  "hard",
  "harder",
  "very hard",
  "very, very hard",
  "nearly all",
  "all I have",
];
