export interface Shift {
  readonly id: string;
  readonly helper: string;
}
