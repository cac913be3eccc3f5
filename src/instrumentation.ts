/** Next calls this once when a server begins: what must run without anybody looking begins here. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { knowReaders } = await import('./app/_server/reader');
  knowReaders();
  if (!process.env.DATABASE_URL || process.env.MORULA_FREEZE) return;
  const { keepWatch } = await import('./app/_server/watchkeeper');
  void keepWatch();
}
