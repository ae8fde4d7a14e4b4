/** Named after what they are for, not after how they look. */
export const colors = {
  text: "#26332b",
  page: "#fbfaf5",
  accent: "#2f6b45",
  onAccent: "#ffffff",
  problem: "#a1322a",
} as const;

export type ColorName = keyof typeof colors;
