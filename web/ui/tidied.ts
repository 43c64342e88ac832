/**
 * A value as it comes from a table, a document or a web page, made fit for one line: other spaces are spaces, dashes and
 * the minus sign are a hyphen, full-width figures are plain ones (Unicode NFKC), and only its first line counts.
 */
export const tidied = (pasted: string): string =>
  (
    pasted
      .normalize('NFKC')
      .split(/[\r\n\t]+/)
      .map((part) => part.trim())
      .find((part) => part !== '') ?? ''
  )
    .replace(/[\u2010-\u2015\u2212]/g, '-')
    .replace(/[\u200b\u200e\u200f\ufeff]/g, '')
    .replace(/\s+/g, ' ')
