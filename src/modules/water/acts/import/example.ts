import { exampleOf } from '../../../../../tests/support/example';

export const example = exampleOf({
  given: async (h) => ({
    sensor: h.sensor,
    fileName: 'bay1.csv',
    text: `time,temp °C\n${[5, 6, 7].map((hour) => `2031-11-02T0${hour}:00:00Z,${hour - 0.5}`).join('\n')}`,
  }),
});
