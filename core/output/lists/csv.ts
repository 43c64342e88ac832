import Papa from 'papaparse'

/**
 * Rows as a CSV file (RFC 4180): a head, commas, CRLF, quotes where they are needed, with a byte order mark so that
 * spreadsheets read it as UTF-8. A text that a spreadsheet would take for a formula is written as text.
 */
export const toCsv = (head: readonly string[], rows: readonly (readonly (string | number | null)[])[]): string =>
  `\ufeff${Papa.unparse([[...head], ...rows.map((row) => [...row])], { newline: '\r\n', escapeFormulae: /^[=+\-@\t\r]/ })}\r\n`
