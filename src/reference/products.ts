import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'yaml';
import { type Product, products } from '@/core/doses/products';

let shelf: Product[] | undefined;

/** The products of Reference, with the ranges in which they are used. */
export function shippedProducts(): readonly Product[] {
  shelf ??= products.parse(parse(readFileSync(join(process.cwd(), 'src/reference/products.yaml'), 'utf8')));
  return shelf;
}
