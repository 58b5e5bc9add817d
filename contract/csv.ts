/** One field of a CSV file (RFC 4180). A text that a spreadsheet would run as a formula is disarmed. */
function field(value: string | number | null): string {
  if (typeof value === 'number') return String(value)
  const text = value ?? ''
  const safe = /^[\s]*[=+\-@＝＋－＠]|^\t/.test(text) && !/^[+-]?[\d.,]+$/.test(text) ? `'${text}` : text
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe
}

/** Rows as the text of a CSV file with CRLF ends. */
export function toCsv(rows: readonly (readonly (string | number | null)[])[]): string {
  return rows.map((row) => `${row.map(field).join(',')}\r\n`).join('')
}
