import 'server-only';
import { cache } from 'react';
import { round } from '@/queries/round';
import { db, now } from './database';
import { requirePerson } from './session';

/** The instant of this request: the frame and the page show one moment. */
export const requestNow = cache(() => now());

/** Everything that stands, worked once a request for frame and page together. */
export const requestRound = cache(async () => round(db(), await requirePerson(), requestNow()));
