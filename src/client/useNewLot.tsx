import { useState } from 'react';
import { TextField } from '@/ui/fields';
import { SelectField } from '@/ui/SelectField';
import { useOriginal } from './act/correcting';
import type { AnyAct } from './act/useAct';
import { type PlaceOption, placeOptions, type SpeciesOption, speciesOptions } from './holding';

type Entry = { species: string; unit: number; lotName: string };

/** What every lot begins with, taken or brought: its species, where it stands, its name; with the fields for them. */
export function useNewLot(act: AnyAct, species: SpeciesOption[], places: PlaceOption[], firstUnit?: number) {
  const original = useOriginal<Entry>();
  // One that this hatchery never had is nobody's usual one: it is chosen, not overlooked.
  const usual = species[0]?.kept === false ? undefined : species[0];
  const [kind, setKind] = useState(original?.species ?? (usual ? usual.id : ''));
  const [unit, setUnit] = useState(String(original?.unit ?? firstUnit ?? ''));
  const [name, setName] = useState(original?.lotName ?? '');
  return {
    /** The chosen species. */
    kind,
    /** Id of the chosen unit, or empty. */
    unit,
    needs: [kind === '' && 'a species', unit === '' && 'a unit'],
    payload: {
      species: kind,
      unit: Number(unit),
      ...(name ? { lotName: name } : original ? { lotName: null } : {}),
    },
    speciesField: (
      <SelectField
        label="Species"
        value={kind}
        onChange={setKind}
        options={speciesOptions(species)}
        empty={usual ? undefined : 'choose'}
        error={act.errorOn('species')}
      />
    ),
    unitField: (label: string) => (
      <SelectField
        label={label}
        value={unit}
        onChange={setUnit}
        options={placeOptions(places)}
        error={act.errorOn('unit')}
      />
    ),
    /** After one lot is recorded: the next has a name of its own. */
    reset: () => setName(''),
    nameField: (
      <TextField
        label="Name of the lot"
        value={name}
        onChange={setName}
        placeholder="by the pattern"
        error={act.errorOn('lotName')}
      />
    ),
  };
}
