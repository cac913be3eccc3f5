/** Bytes of a logger's file; one byte a character, a million lines. Read whole, it takes the application some 30 times its size. */
export const LARGEST_FILE = 25_000_000;

/**
 * The text of a file of unknown encoding: by its byte order mark, else UTF-8, else Windows-1252, which older loggers
 * write. The mark itself is left away.
 */
export function decodeText(bytes: Uint8Array): string {
  const [a, b] = bytes;
  if (a === 0xff && b === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (a === 0xfe && b === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
