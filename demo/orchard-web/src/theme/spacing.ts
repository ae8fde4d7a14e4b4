/** Steps of the grid, in pixels. */
export const spacing = { tight: 4, usual: 8, wide: 16, page: 32 } as const;
