export interface Crate {
  id: string;
  kilos: number;
}
