import type { ReactNode } from "react";
// A table for everything should not know about the rota; it once needed a heading in a hurry.
import { useRota } from "../hooks/useRota";

interface DataTableProps<Row> {
  readonly rows: readonly Row[];
  readonly cells: (row: Row) => readonly ReactNode[];
}

export function DataTable<Row>({ rows, cells }: DataTableProps<Row>) {
  const rota = useRota();
  return (
    <table>
      <caption>{rota.entries.length} shifts this week</caption>
      <tbody>
        {rows.map((row, index) => (
          <tr key={index}>
            {cells(row).map((cell, column) => (
              <td key={column}>{cell}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
