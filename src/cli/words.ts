/** The options of each command, and the most words that may stand beside them. */
const commands: Readonly<Record<string, { options: readonly string[]; words: number }>> = {
  demo: { options: ['--fresh'], words: 1 },
  // Not `--fresh`: an own hatchery is never emptied by a word.
  start: { options: [], words: 0 },
  test: { options: [], words: Number.POSITIVE_INFINITY },
  benchmark: { options: ['--write'], words: 2 },
  backup: { options: ['--demo'], words: 1 },
  restore: { options: ['--demo', '--until'], words: 1 },
  'check-books': { options: ['--demo'], words: 0 },
};

/**
 * What of a command's words it does not know: a slip in an option must not start, or restore, something else.
 * @returns null where all is known, or where the command looks at its words itself
 * @example oddWord('restore', ['sunday.gz', '--untill', '2031-04-14']) // "--untill"
 */
export function oddWord(command: string, args: readonly string[]): string | null {
  const known = commands[command];
  if (!known) return null;
  const isOption = (a: string) => a.startsWith('-');
  const odd = args.find((a) => isOption(a) && !known.options.includes(a.replace(/^(--until)=.*$/, '$1')));
  // The time of `--until` may come as two words.
  const ofUntil = (a: string, i: number) =>
    args[i - 1] === '--until' || (args[i - 2] === '--until' && /^\d\d:\d\d/.test(a));
  return odd ?? args.filter((a, i) => !isOption(a) && !ofUntil(a, i))[known.words] ?? null;
}

/** Whether somebody asks how a command is used, instead of using it. */
export const asksForHelp = (args: readonly string[]): boolean => args.some((a) => a === '--help' || a === '-h');
