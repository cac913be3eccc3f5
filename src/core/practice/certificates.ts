import { idsOf } from '../ids';

/** Work that only some may do, by law or by the house: the certificate that it needs. */
export const certificates = {
  electro: { word: 'electro-catching', says: 'electro-catching only by a trained crew' },
  killing: { word: 'killing of fish', says: 'killing only by trained people, under local rules' },
  forklift: { word: 'forklift, boom loader', says: 'loading gear only by who is trained on it' },
  chemicals: { word: 'handling of biocides', says: 'biocides only by who is instructed' },
  firstAid: { word: 'first aid', says: 'somebody in each shift' },
  driving: { word: 'carriage of live animals', says: 'live animals only by who may carry them' },
} as const;
export type Certificate = keyof typeof certificates;
export const certificateIds = idsOf(certificates);

/** A certificate that ends within so many days is told before. */
export const CERTIFICATE_DAYS = 30;
