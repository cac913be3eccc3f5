/** The browser and the system of a request in a few words, for a list in which a person finds their own. */
export function browserOf(request: Request): string {
  const agent = request.headers.get('user-agent') ?? '';
  const of = (list: readonly (readonly [RegExp, string])[]) => list.find(([pattern]) => pattern.test(agent))?.[1];
  const browser = of([
    [/Edg\//, 'Edge'],
    [/Firefox\//, 'Firefox'],
    [/Chrome\//, 'Chrome'],
    [/Safari\//, 'Safari'],
  ]);
  const system = of([
    [/Android/, 'Android'],
    [/iPhone|iPad/, 'iOS'],
    [/Windows/, 'Windows'],
    [/Mac OS/, 'macOS'],
    [/Linux/, 'Linux'],
  ]);
  return [browser ?? 'a browser', system && `on ${system}`].filter(Boolean).join(' ');
}
