'use client';

import { cx } from 'class-variance-authority';
import { RadioGroup } from 'radix-ui';

/**
 * One of a few, all in sight.
 * @param tall each has a button's height: for hands that are wet
 */
export function Choice<T extends string>({
  label,
  value,
  onChange,
  options,
  tall = false,
  className,
  error,
}: {
  label: string;
  value: T | '';
  onChange: (v: T) => void;
  options: readonly { value: T; label: string }[];
  tall?: boolean;
  className?: string;
  error?: string | null;
}) {
  return (
    <>
      <RadioGroup.Root
        aria-label={label}
        value={value}
        onValueChange={(v) => onChange(v as T)}
        className={cx(className ?? 'flex flex-wrap gap-x-4 gap-y-1')}
      >
        {options.map((o) => (
          <label
            key={o.value}
            className={
              tall
                ? `button justify-start ${value === o.value ? 'border-deep bg-deep-wash font-bold' : ''}`
                : 'flex cursor-pointer items-center gap-1.5 pointer-coarse:py-2.5'
            }
          >
            <RadioGroup.Item
              value={o.value}
              className="inline-flex size-[1.15rem] flex-none cursor-pointer items-center justify-center rounded-full border border-strong bg-sheet hover:border-ink data-[state=checked]:border-deep"
            >
              <RadioGroup.Indicator className="size-[0.6rem] rounded-full bg-deep" />
            </RadioGroup.Item>
            {o.label}
          </label>
        ))}
      </RadioGroup.Root>
      {error && <span className="text-small text-loss">{error}</span>}
    </>
  );
}
