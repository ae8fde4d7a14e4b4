/** Named after what grows here. */
export const colors = {
  leaf: "#3f6b3a",
  bark: "#5b4636",
  blossom: "#f4d9de",
  russet: "#a8612b",
  sky: "#cfe4ee",
} as const;

export type ColorName = keyof typeof colors;
