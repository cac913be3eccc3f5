import Sequencer from '@jest/test-sequencer';

/** By path, on every machine: files that share a process fail in the same order everywhere, or nowhere. */
export default class InOrder extends Sequencer {
  sort(tests) {
    return [...tests].sort((a, b) => (a.path < b.path ? -1 : 1));
  }
}
