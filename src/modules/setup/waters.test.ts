import { releasesGeoJson } from '@/modules/moves/views/openData';
import { standIn } from '../../../tests/support/example';
import { HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';

let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
});
const map = (...features: unknown[]) => JSON.stringify({ type: 'FeatureCollection', features });
const river = {
  type: 'Feature',
  properties: { name: 'Ombrel' },
  geometry: {
    type: 'LineString',
    coordinates: [
      [-30, 38],
      [-30.1, 38.1],
    ],
  },
};
const lake = {
  type: 'Feature',
  properties: { name: ' lake ivarre' },
  geometry: { type: 'Point', coordinates: [-30.05, 38.02] },
};
const save = (text: string, more: object = {}) =>
  h.send<{ waters: number; sites: string[]; ponds: string[] }>('waters.save', { lon: -30, lat: 38, text, ...more });

test('sites that the map names are put where they are; releases go out where they were made', async () => {
  const at = await standIn(h, 'fingerling', 5000);
  h.clock.now += HOUR;
  await h.send('release.record', {
    ...at,
    site: h.releaseSite,
    batches: [{ massG: 500, count: 100 }],
    bucketsG: [2500],
  });
  const out = () => releasesGeoJson(h.db, h.manager.siteId, h.clock.now);
  expect((await out()).features).toMatchObject([{ geometry: null, properties: { site: 'Lake Ivarre', number: 500 } }]);
  expect(await save(map(river, lake))).toEqual({ waters: 1, sites: ['Lake Ivarre'], ponds: [] });
  const [f] = (await out()).features;
  expect(f!.geometry!.coordinates[0]).toBeCloseTo(-30.05, 6);
  expect(f!.geometry!.coordinates[1]).toBeCloseTo(38.02, 6);
  // A second map takes the place of the first.
  await save(map(river));
  expect(await h.db('site_map')).toHaveLength(1);
  // Taken back, a release goes out no more.
  const entry = await h.db('entry').where({ kind: 'release' }).first('id');
  await h.send('entry.correct', { entryId: entry!.id, reason: 'another lake' });
  expect((await out()).features).toEqual([]);
});

test('what is no map is refused at its field, and nothing is kept of it', async () => {
  expect((await refusal(save('no json'))).path).toBe('text');
  expect((await refusal(save(map()))).message).toContain('no water');
  expect((await refusal(save(map(river), { lon: 200 }))).path).toBe('lon');
  expect((await refusal(save(map(river), { lon: 38, lat: -30 }))).message).toContain('exchanged');
  expect(await h.db('site_map')).toHaveLength(0);
});
