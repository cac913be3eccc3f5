import type { Decision } from '@/server/context';
import { decision as close } from './close/decide';
import { decision as extend } from './extend/decide';
import { decision as note } from './note/decide';
import { decision as open } from './open/decide';
import { decision as tides } from './tides/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [close, extend, note, open, tides] as unknown as readonly Decision[];
