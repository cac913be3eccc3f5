import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { CORE_SCHEMA, load } from 'js-yaml';

/** A file of the shipped reference, by its path within `src/reference`. @throws YAMLException where it is no YAML */
export const readYaml = (path: string): unknown =>
  load(readFileSync(join(process.cwd(), 'src/reference', path), 'utf8'), { schema: CORE_SCHEMA });
