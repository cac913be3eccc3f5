/** How much of what there is, as a bar and in words; nothing where it cannot be told. */
export function ShareBar({ of, binds }: { of: number | undefined; binds: boolean }) {
  if (of === undefined) return null;
  const colour = of >= 1 ? 'var(--hand)' : binds ? 'var(--deep)' : 'var(--strong)';
  return (
    <span className="inline-flex items-center gap-1.5 whitespace-nowrap">
      <svg width={40} height={8} aria-hidden="true">
        <rect width={40} height={8} fill="var(--rule)" />
        <rect width={40 * Math.min(1, of)} height={8} fill={colour} />
      </svg>
      <span className={of >= 1 ? 'font-bold text-hand' : binds ? 'font-bold' : 'text-soft'}>
        {Math.round(100 * of)} %
      </span>
    </span>
  );
}
