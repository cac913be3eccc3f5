import { type Product, products } from '@/core/doses/products';
import { readYaml } from './readYaml';

let shipped: Product[] | undefined;

/** The products of Reference, with the ranges in which they are used. */
export function shippedProducts(): readonly Product[] {
  shipped ??= products.parse(readYaml('products.yaml'));
  return shipped;
}
