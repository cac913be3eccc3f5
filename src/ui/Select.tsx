'use client';

import { cx } from 'class-variance-authority';
import { Command } from 'cmdk';
import { Check, ChevronDown } from 'lucide-react';
import { Select as Few, Popover } from 'radix-ui';
import { useId, useState } from 'react';

export type Option<T extends string = string> = { value: T; label: string; group?: string };

/** From so many options on, one types to find. */
const MANY = 13;

type Shown<T extends string> = {
  options: readonly Option<T>[];
  value: T | '';
  onChange: (v: T) => void;
  /** What stands there while nothing is chosen, and takes a choice back; nothing can be taken back without it. */
  empty?: string;
  disabled?: boolean;
  className?: string;
  id?: string;
  'aria-label'?: string;
  'aria-invalid'?: boolean;
  'aria-describedby'?: string;
};

const TRIGGER = 'input flex items-center justify-between gap-2 text-left cursor-pointer disabled:opacity-55';
const LIST = 'z-50 max-h-[min(24rem,60vh)] overflow-auto border border-strong bg-sheet py-1 shadow-lg';
const ITEM =
  'flex cursor-pointer items-center justify-between gap-4 px-3 py-1.5 outline-none pointer-coarse:py-3 data-highlighted:bg-deep-wash data-[selected=true]:bg-deep-wash';
const GROUP = 'px-3 pt-2 pb-0.5 text-small text-soft';

/** Options in the order given, those of one group together; without a group they stand first. */
const grouped = <T extends string>(options: readonly Option<T>[]) =>
  [...new Set(options.map((o) => o.group))].map((group) => ({
    group,
    options: options.filter((o) => o.group === group),
  }));

/**
 * One of a list. A short list opens below its field; a long one is searched by typing.
 * The value chosen stands in `data-value`, that of each option in `data-option`.
 */
export function Select<T extends string>(p: Shown<T>) {
  return p.options.length < MANY ? <ShortList {...p} /> : <LongList {...p} />;
}

/** Nothing chosen has a value of its own: the primitive takes an empty one for none. */
const inner = (value: string) => `=${value}`;

function ShortList<T extends string>({ options, value, onChange, empty, disabled, className, ...about }: Shown<T>) {
  const chosen = options.find((o) => o.value === value);
  return (
    <Few.Root
      value={chosen || empty !== undefined ? inner(chosen ? value : '') : ''}
      onValueChange={(v) => onChange(v.slice(1) as T)}
      disabled={disabled}
    >
      <Few.Trigger className={cx(TRIGGER, className)} data-value={value} {...about}>
        <span className={cx('truncate', !chosen && 'text-soft')}>
          <Few.Value placeholder={empty ?? 'choose'}>{chosen?.label ?? empty ?? 'choose'}</Few.Value>
        </span>
        <ChevronDown size={16} className="flex-none text-soft" aria-hidden />
      </Few.Trigger>
      <Few.Portal>
        <Few.Content
          position="popper"
          sideOffset={3}
          collisionPadding={8}
          className={cx(LIST, 'min-w-(--radix-select-trigger-width)')}
        >
          <Few.Viewport>
            {empty !== undefined && (
              <Few.Item value={inner('')} data-option="" className={cx(ITEM, 'text-soft')}>
                <Few.ItemText>{empty}</Few.ItemText>
              </Few.Item>
            )}
            {grouped(options).map((g) => (
              <Few.Group key={g.group ?? ''}>
                {g.group !== undefined && <Few.Label className={GROUP}>{g.group}</Few.Label>}
                {g.options.map((o) => (
                  <Few.Item key={o.value} value={inner(o.value)} data-option={o.value} className={ITEM}>
                    <Few.ItemText>{o.label}</Few.ItemText>
                    <Few.ItemIndicator>
                      <Check size={15} aria-hidden />
                    </Few.ItemIndicator>
                  </Few.Item>
                ))}
              </Few.Group>
            ))}
          </Few.Viewport>
        </Few.Content>
      </Few.Portal>
    </Few.Root>
  );
}

/** Every word that was typed must begin a word of the option, in any order. */
const fits = (label: string, typed: string): number => {
  const words = label.toLowerCase().split(/[\s,/()]+/);
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((t) => words.some((w) => w.startsWith(t)))
    ? 1
    : 0;
};

function LongList<T extends string>({ options, value, onChange, empty, disabled, className, ...about }: Shown<T>) {
  const [open, setOpen] = useState(false);
  const list = useId();
  const chosen = options.find((o) => o.value === value);
  const choose = (v: T) => {
    setOpen(false);
    onChange(v);
  };
  const item = (o: Option<T>) => (
    <Command.Item
      key={o.value}
      // Two options may read alike: the value tells them apart, and what is typed is held against the label.
      value={`${o.label}\n${o.value}`}
      data-option={o.value}
      onSelect={() => choose(o.value)}
      className={ITEM}
    >
      {o.label}
      {o.value === value && <Check size={15} aria-hidden />}
    </Command.Item>
  );
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <button
          type="button"
          role="combobox"
          aria-expanded={open}
          aria-controls={open ? list : undefined}
          aria-haspopup="listbox"
          disabled={disabled}
          className={cx(TRIGGER, className)}
          data-value={value}
          {...about}
        >
          <span className={cx('truncate', !chosen && 'text-soft')}>{chosen?.label ?? empty ?? 'choose'}</span>
          <ChevronDown size={16} className="flex-none text-soft" aria-hidden />
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={3}
          collisionPadding={8}
          className="z-50 min-w-(--radix-popover-trigger-width) border border-strong bg-sheet shadow-lg"
        >
          <Command
            label="Find"
            defaultValue={chosen ? `${chosen.label}\n${chosen.value}` : undefined}
            filter={(v, typed) => fits(v.split('\n')[0]!, typed)}
          >
            <Command.Input
              placeholder="type to find"
              className="input rounded-none border-0 border-b border-rule outline-none"
            />
            <Command.List id={list} className="max-h-[min(20rem,50vh)] overflow-auto py-1">
              <Command.Empty className="px-3 py-2 text-soft">Nothing here is called so.</Command.Empty>
              {empty !== undefined && (
                <Command.Item
                  value={`${empty}\n`}
                  data-option=""
                  onSelect={() => choose('' as T)}
                  className={cx(ITEM, 'text-soft')}
                >
                  {empty}
                </Command.Item>
              )}
              {grouped(options).map((g) =>
                g.group === undefined ? (
                  g.options.map(item)
                ) : (
                  <Command.Group key={g.group} heading={<span className={GROUP}>{g.group}</span>}>
                    {g.options.map(item)}
                  </Command.Group>
                ),
              )}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** The same in a form that is sent as a whole by its address: it keeps its own choice, under a name. */
export function NamedSelect<T extends string>({
  name,
  defaultValue,
  ...rest
}: Omit<Shown<T>, 'value' | 'onChange'> & { name: string; defaultValue: T | '' }) {
  const [value, setValue] = useState(defaultValue);
  return (
    <>
      <input type="hidden" name={name} value={value} />
      <Select {...rest} value={value} onChange={setValue} />
    </>
  );
}
