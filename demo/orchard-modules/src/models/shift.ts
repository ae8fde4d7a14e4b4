export interface Shift {
  id: string;
  helper: string;
}
