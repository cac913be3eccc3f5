/** A field as people name it: `females.0.massG` is “females 1 mass g”; its own name stands in the refusal's path. */
export const fieldWords = (path: readonly PropertyKey[]) =>
  path
    .map((p) => (typeof p === 'number' ? p + 1 : String(p).replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`)))
    .join(' ');
