import { DEMO_ANCHOR, demoMorning, demoScenes } from './demoScenes';

const at = (text: string) => new Date(demoMorning(Date.parse(text))).toISOString();

test('the days of the demo are counted from its morning, at whatever hour it is started', () => {
  expect(at(DEMO_ANCHOR)).toBe('2031-04-14T05:42:00.000Z');
  expect(at('2031-04-14T22:10:00Z')).toBe('2031-04-14T05:42:00.000Z');
  expect(at('2031-04-14T05:41:59Z')).toBe('2031-04-13T05:42:00.000Z');
});

test('no scene lies ahead of the morning, and the first is the morning itself', () => {
  expect(demoScenes[0]).toMatchObject({ id: 'morning', day: 0 });
  expect(demoScenes.every((s) => s.day <= 0)).toBe(true);
});
