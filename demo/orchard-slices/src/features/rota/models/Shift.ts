export type Shift = { id: string; date: string; helper: string };
