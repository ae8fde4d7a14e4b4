export type Crate = { id: string; date: string; kilos: number };
