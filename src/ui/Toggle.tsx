'use client';

import { ToggleGroup } from 'radix-ui';

/** One of a few views, pressed as a key is: the one in force stands out. None is pressed where `value` is none of them. */
export function Toggle<T extends string>({
  label,
  value,
  onChange,
  options,
}: {
  label: string;
  value: T | '';
  onChange: (v: T) => void;
  options: readonly { value: T; label: string }[];
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={(v) => v && onChange(v as T)}
      className="inline-flex overflow-hidden rounded-[3px] border border-strong"
    >
      {options.map((o) => (
        <ToggleGroup.Item
          key={o.value}
          value={o.value}
          className="cursor-pointer border-r border-rule bg-sheet px-2.5 py-1 text-small last:border-r-0 hover:bg-deep-wash data-[state=on]:bg-deep data-[state=on]:font-semibold data-[state=on]:text-sheet pointer-coarse:py-3"
        >
          {o.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
