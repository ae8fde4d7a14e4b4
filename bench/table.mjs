/** Prints rows as a table, the first of them its head. */
// @ts-check

/** @param {readonly (readonly string[])[]} rows */
export function printTable(rows) {
  const widths = rows[0]?.map((_, column) => Math.max(...rows.map((row) => row[column]?.length ?? 0))) ?? [];
  for (const row of rows)
    console.log(
      row
        .map((cell, column) => cell.padEnd(widths[column] ?? 0))
        .join("  ")
        .trimEnd(),
    );
}
