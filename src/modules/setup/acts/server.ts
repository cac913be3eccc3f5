import type { Decision } from '@/server/context';
import { decision as addPerson } from './addPerson/decide';
import { decision as addUnits } from './addUnits/decide';
import { decision as arrange } from './arrange/decide';
import { decision as changePassword } from './changePassword/decide';
import { decision as divide } from './divide/decide';
import { decision as join } from './join/decide';
import { decision as makeToken } from './makeToken/decide';
import { decision as person } from './person/decide';
import { decision as preferences } from './preferences/decide';
import { decision as releaseSite } from './releaseSite/decide';
import { decision as resetPassword } from './resetPassword/decide';
import { decision as revokeToken } from './revokeToken/decide';
import { decision as room } from './room/decide';
import { decision as secondFactor } from './secondFactor/decide';
import { decision as secondFactorDrop } from './secondFactorDrop/decide';
import { decision as secondFactorReset } from './secondFactorReset/decide';
import { decision as sensor } from './sensor/decide';
import { decision as signInEnd } from './signInEnd/decide';
import { decision as site } from './site/decide';
import { decision as unit } from './unit/decide';
import { decision as waters } from './waters/decide';

/** Every act of this room, as the server carries it out. */
export const decisions = [
  addPerson,
  addUnits,
  arrange,
  changePassword,
  divide,
  join,
  makeToken,
  person,
  preferences,
  releaseSite,
  resetPassword,
  revokeToken,
  room,
  secondFactor,
  secondFactorDrop,
  secondFactorReset,
  sensor,
  signInEnd,
  site,
  unit,
  waters,
] as unknown as readonly Decision[];
