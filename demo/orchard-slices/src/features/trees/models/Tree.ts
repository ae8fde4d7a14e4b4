export type Tree = { id: string; variety: string; row: number };
