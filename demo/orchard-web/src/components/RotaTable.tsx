import type { Shift } from "@/services/rotaService";
import { shortDate } from "@/helpers/dates";
import { DataTable } from "./DataTable";
import { VolunteerBadge } from "./VolunteerBadge";

export function RotaTable({ shifts }: { readonly shifts: readonly Shift[] }) {
  return <DataTable rows={shifts} cells={(shift) => [shortDate(shift.date), shift.task, <VolunteerBadge name={shift.volunteer} />]} />;
}
