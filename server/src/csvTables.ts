import Papa from 'papaparse';

type Cell = string | number | boolean | null;

/** A row as one line: what lies deeper is named by its path, and lists are JSON. */
function flatRow(row: object): Record<string, Cell> {
  const cells: Record<string, Cell> = {};
  for (const [name, value] of Object.entries(row) as [string, unknown][]) {
    if (typeof value !== 'object' || value === null) cells[name] = (value ?? null) as Cell;
    else if (Array.isArray(value)) cells[name] = JSON.stringify(value);
    else for (const [under, cell] of Object.entries(flatRow(value))) cells[`${name}.${under}`] = cell;
  }
  return cells;
}

/**
 * Rows as a table for a spreadsheet: RFC 4180, a decimal point, and nothing in it that a spreadsheet would take for a
 * formula. Columns are all that any row has; without rows it is empty.
 */
export function csvTable(rows: readonly object[]): string {
  if (rows.length === 0) return '';
  const flat = rows.map(flatRow);
  const columns = [...new Set(flat.flatMap((row) => Object.keys(row)))];
  return `${Papa.unparse(flat, { columns, escapeFormulae: true })}\r\n`;
}

/** Lines to go on with below a table of the same columns, none of which has anything deeper. */
export function csvLines(rows: readonly (readonly Cell[])[]): string {
  return rows.length === 0
    ? ''
    : `${Papa.unparse(
        rows.map((row) => [...row]),
        { escapeFormulae: true },
      )}\r\n`;
}
