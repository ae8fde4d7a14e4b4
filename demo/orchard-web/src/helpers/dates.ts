import { months } from "@/constants/months";

/** `2026-09-03` → `3 Sep`. */
export function shortDate(iso: string): string {
  const [, month = "1", day = "1"] = iso.split("-");
  return `${Number(day)} ${months[Number(month) - 1]}`;
}

/** Days from one ISO date to another. */
export function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000);
}
