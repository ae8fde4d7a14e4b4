export interface Crate {
  readonly id: string;
  readonly kilos: string;
}
