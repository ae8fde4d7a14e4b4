import type { Shift } from "../models/Shift";

export function ShiftRow({ shift }: { readonly shift: Shift }) {
  return <p>{shift.helper}</p>;
}
