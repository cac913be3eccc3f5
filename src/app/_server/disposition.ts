/**
 * Header that names a file: plain letters for old readers, the name itself beside it (RFC 6266, RFC 8187). Quotation
 * marks, line ends and what has no form in UTF-8 stay out of it.
 */
export function disposition(kind: 'inline' | 'attachment', name: string): string {
  const clean = name.toWellFormed().replace(/[\p{Cc}"\\/]+/gu, '-');
  const plain = clean
    .replaceAll('ł', 'l')
    .replaceAll('Ł', 'L')
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace(/[^\x20-\x7e]/g, '_');
  const encoded = encodeURIComponent(clean).replace(/['()*]/g, (c) => `%${c.charCodeAt(0).toString(16).toUpperCase()}`);
  return `${kind}; filename="${plain}"; filename*=UTF-8''${encoded}`;
}
