import { createInterface } from 'node:readline';
import { z } from 'zod';
import { CalculationError, run } from '@/core/calculation';
import { loadCalculation, registry } from '@/core/registry';

/**
 * `morula calc`: list, schema, one calculation, or a batch. Nothing but the answer goes to stdout.
 * @returns the exit code: 0, or 2 on bad input
 */
export async function calc(args: string[], out = process.stdout, err = process.stderr): Promise<number> {
  if (args[0] === '--batch') return batch(out);
  if (args.length === 0) {
    const width = Math.max(...registry.map((c) => c.id.length));
    for (const c of registry) out.write(`${c.id.padEnd(width)}  ${c.title}\n`);
    return 0;
  }
  const [id, second] = args;
  const calculation = await loadCalculation(id!);
  if (!calculation) {
    err.write(`calc: there is no calculation "${id}"; "./morula calc" lists them\n`);
    return 2;
  }
  if (second === '--schema') {
    const schemas = {
      input: z.toJSONSchema(calculation.input, { io: 'input' }),
      output: z.toJSONSchema(calculation.output),
    };
    out.write(`${JSON.stringify(schemas, null, 2)}\n`);
    return 0;
  }
  if (second === undefined) {
    err.write(
      `calc: give the input as JSON, for example: ./morula calc ${id} '${JSON.stringify(calculation.example)}'\n`,
    );
    return 2;
  }
  const answer = await answerOne({ id, input: second });
  if (answer.ok) {
    out.write(`${JSON.stringify(answer.output)}\n`);
    return 0;
  }
  err.write(`calc: ${answer.error}\n`);
  return 2;
}

type Answer = { ok: true; output: unknown } | { ok: false; error: string };

async function answerOne(line: { id?: unknown; input: unknown }): Promise<Answer> {
  if (typeof line.id !== 'string') return { ok: false, error: 'id: must name a calculation' };
  const calculation = await loadCalculation(line.id);
  if (!calculation) return { ok: false, error: `id: there is no calculation "${line.id}"` };
  let input = line.input;
  if (typeof input === 'string') {
    try {
      input = JSON.parse(input);
    } catch (e) {
      return { ok: false, error: `input: is not JSON (${(e as Error).message})` };
    }
  }
  try {
    return { ok: true, output: run(calculation, input) };
  } catch (e) {
    if (e instanceof CalculationError) return { ok: false, error: e.message };
    if (e instanceof RangeError) return { ok: false, error: `input: ${e.message}` };
    throw e;
  }
}

async function batch(out: NodeJS.WritableStream): Promise<number> {
  for await (const text of createInterface({ input: process.stdin, crlfDelay: Number.POSITIVE_INFINITY })) {
    if (!text.trim()) continue;
    let answer: Answer;
    try {
      answer = await answerOne(JSON.parse(text));
    } catch (e) {
      answer = {
        ok: false,
        error: e instanceof SyntaxError ? `line: is not JSON (${e.message})` : `internal: ${(e as Error).message}`,
      };
    }
    out.write(`${JSON.stringify(answer)}\n`);
  }
  return 0;
}
