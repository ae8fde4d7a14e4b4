/** Steps of the grid, in points. */
export const spacing = { tight: 4, usual: 8, wide: 16, page: 24 } as const;
