import ipp from '@sealsystems/ipp';

export type PrinterProblem = { code: 'none' | 'away' | 'empty' | 'refused'; message: string; todo: string };

const problem = (code: PrinterProblem['code'], message: string, todo: string) => ({ problem: { code, message, todo } });

/**
 * Sends a PDF of so many labels to a printer over IPP (Print-Job, RFC 8011).
 * @param url address such as ipp://192.168.1.30:631/ipp/print; undefined where none is set up
 */
export async function printLabels(
  url: string | undefined,
  pdf: Uint8Array,
  o: { labels: number; name: string; by: string },
): Promise<{ job: number } | { problem: PrinterProblem }> {
  if (!url)
    return problem(
      'none',
      'No label printer is set up.',
      'Set MORULA_LABEL_PRINTER to its address, like ipp://192.168.1.30:631/ipp/print; or print the sheet.',
    );
  const head = ipp.serialize({
    version: '2.0',
    operation: 'Print-Job',
    id: 1,
    'operation-attributes-tag': {
      'attributes-charset': 'utf-8',
      'attributes-natural-language': 'en',
      'printer-uri': url,
      'requesting-user-name': o.by.slice(0, 60),
      'job-name': o.name.slice(0, 60),
      'document-format': 'application/pdf',
    },
    'job-attributes-tag': { 'job-impressions': o.labels },
  });
  const away = () =>
    problem(
      'away',
      'The label printer does not answer.',
      'Is it switched on, and in the net? Nothing was printed; try again.',
    );
  let answer: { statusCode: string; 'job-attributes-tag'?: { 'job-id'?: number } };
  try {
    const r = await fetch(url.replace(/^ipp(s?):/, 'http$1:'), {
      method: 'POST',
      headers: { 'content-type': 'application/ipp' },
      body: Buffer.concat([head, pdf]),
      signal: AbortSignal.timeout(15_000),
    });
    if (!r.ok) return away();
    answer = ipp.parse(Buffer.from(await r.arrayBuffer())) as typeof answer;
  } catch {
    return away();
  }
  if (answer.statusCode.startsWith('successful')) return { job: answer['job-attributes-tag']?.['job-id'] ?? 0 };
  if (answer.statusCode === 'server-error-not-accepting-jobs')
    return problem(
      'empty',
      'The label printer takes nothing: its roll is empty or its lid open.',
      'Put in a roll, then send it again.',
    );
  return problem('refused', `The label printer refused it (${answer.statusCode}).`, 'Look at its display.');
}
