import { Fold } from '@/ui/Fold';
import { Table } from '@/ui/Table';
import type { ActShown } from '../views/actsView';

/** Every act of the house as a program sends it. */
export function ActsScreen({ acts }: { acts: readonly ActShown[] }) {
  return (
    <div className="max-w-[980px] px-6 py-4 max-sm:px-3">
      <h1 className="mb-2">Acts over HTTP</h1>
      <p className="mb-2 max-w-[46rem]">
        What the screens record, a program can: it signs in as a person, and sends each act to{' '}
        <code className="font-mono">POST /api/commands</code> as{' '}
        <code className="font-mono">{'{ "id", "type", "payload", "answers" }'}</code>. The id is a UUID of its own; the
        same id sent again is not recorded twice. Measures are in SI (grams, millilitres, °C), times in milliseconds
        since 1970.
      </p>
      <p className="mb-4 max-w-[46rem]">
        What is refused comes back with status 422 and says what, where (<code className="font-mono">path</code>) and
        what to do. What is asked comes back as <code className="font-mono">asks</code>; the same act sent again with{' '}
        <code className="font-mono">answers</code> is recorded. The schemas as JSON:{' '}
        <a className="link" href="/api/acts">
          /api/acts
        </a>
        . Probes report with a key of their own to <code className="font-mono">POST /api/readings</code>.
      </p>
      {acts.map((a) => (
        <Fold
          key={a.type}
          className="border-b border-rule py-1.5"
          data-act={a.type}
          title={
            <>
              <b>{a.title}</b> <code className="font-mono text-soft">{a.type}</code>
              <span className="quiet">
                {' '}
                by {a.by.join(', ')}
                {a.proposes.length > 0 && `; proposed by ${a.proposes.join(', ')}`}
              </span>
            </>
          }
        >
          <Table className="mt-2 mb-2">
            <thead>
              <tr>
                <th scope="col">Field</th>
                <th scope="col">Form</th>
                <th scope="col">Needed</th>
              </tr>
            </thead>
            <tbody>
              {a.fields.map((f) => (
                <tr key={f.name}>
                  <td className="font-mono">{f.name}</td>
                  <td>{f.form}</td>
                  <td>{f.needed ? 'yes' : ''}</td>
                </tr>
              ))}
            </tbody>
          </Table>
          {a.questions.length > 0 && (
            <p className="mb-1">May ask: {a.questions.map((q) => `${q.id} (${q.answers.join(', ')})`).join('; ')}.</p>
          )}
          {a.entries.length > 0 && <p className="quiet mb-1">In the ledger: {a.entries.join(', ')}.</p>}
        </Fold>
      ))}
    </div>
  );
}
