'use client';

import { useState } from 'react';
import { ActFoot, useAct } from '@/client/act/useAct';
import { DecimalInput, decimalOf, numberText } from '@/client/inputs';
import { useSession } from '@/client/session';
import { decodeText } from '@/core/readings/decodeText';
import { Field } from '@/ui/fields';
import { Input } from '@/ui/Input';
import { saveWaters } from '../acts/waters/act';
import { line } from './line';

/** The map of the waters around, from a GeoJSON file. */
export function WatersFile({ at }: { at: { lon: number; lat: number } | null }) {
  const { locale } = useSession();
  const act = useAct(saveWaters);
  const [text, setText] = useState<string | null>(null);
  const [lon, setLon] = useState(at ? numberText(at.lon, locale) : '');
  const [lat, setLat] = useState(at ? numberText(at.lat, locale) : '');
  const [x, y] = [decimalOf(lon, locale).value, decimalOf(lat, locale).value];
  return (
    <form
      className={line}
      onSubmit={(e) => {
        e.preventDefault();
        if (text === null || x === null || y === null) return;
        void act.submit({ lon: x, lat: y, text }, (r) => {
          const told = r as { waters: number; sites: string[]; ponds: string[] } | undefined;
          const placed = [...(told?.sites ?? []), ...(told?.ponds ?? [])];
          return `${told?.waters ?? 0} waters${placed.length ? `; placed: ${placed.join(', ')}` : ''}.`;
        });
      }}
    >
      <Field
        label="Map of the waters, GeoJSON"
        hint={
          at
            ? 'there is one; a new one takes its place'
            : 'rivers, lakes, points named as the sites, areas named as the ponds'
        }
        error={act.errorOn('text')}
      >
        {(p) => (
          <Input
            {...p}
            type="file"
            accept=".geojson,.json,application/geo+json"
            onChange={async (e) => {
              const file = e.target.files?.[0];
              setText(file ? decodeText(new Uint8Array(await file.arrayBuffer())) : null);
            }}
          />
        )}
      </Field>
      <DecimalInput label="Longitude of the hatchery" value={lon} onChange={setLon} error={act.errorOn('lon')} />
      <DecimalInput label="Latitude" value={lat} onChange={setLat} error={act.errorOn('lat')} />
      <ActFoot
        act={act}
        label="Keep the map"
        needs={[...(text === null ? ['a file'] : []), ...(x === null || y === null ? ['where the hatchery lies'] : [])]}
      />
    </form>
  );
}
