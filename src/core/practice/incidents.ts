import { idsOf } from '../ids';

/**
 * What happens to people beside the water, and what comes first. It defers to the emergency service, to the safety sheet of
 * the product and to local rules; it is a card on the wall, no medicine.
 */
export const incidents = {
  needle: {
    word: 'pricked by a needle',
    first: [
      'Stop. Let it bleed, wash with soap and water.',
      'A vaccine in oil: a hospital at once, with bottle and leaflet, however small the prick. A hormone or anaesthetic: a doctor at once.',
      'Nobody drives alone.',
    ],
  },
  chemical: {
    word: 'chemical on skin, in eyes, breathed in',
    first: [
      'Out of it, fresh air; eyes under running water for a quarter of an hour; wet clothes off.',
      'The safety sheet of the product says what comes next; poison centre or emergency service, with the drum’s label.',
    ],
  },
  electric: {
    word: 'electric shock',
    first: [
      'Switch off before anybody is touched; nobody into the water.',
      'Emergency service, also where all seems well: the heart may follow hours later.',
    ],
  },
  fall: {
    word: 'fall, or into the water',
    first: [
      'Out of the water without going in; warm, dry, lying.',
      'Emergency service where the head was hit, or somebody was under water.',
    ],
  },
  cut: {
    word: 'cut, spine, bite',
    first: [
      'Wash, press, cover; fish water carries germs: gloves until it has healed.',
      'A doctor for a deep one, a spine left in, or where it reddens.',
    ],
  },
  gas: {
    word: 'bad air, carbon monoxide',
    first: [
      'Out, all of you; doors open; nobody back in alone.',
      'Emergency service: headache and sickness together are enough.',
    ],
  },
  other: { word: 'something else', first: ['First aid, then the emergency service where in doubt.'] },
} as const;

export type Incident = keyof typeof incidents;
export const incidentIds = idsOf(incidents);
