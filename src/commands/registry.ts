import { arrive, saveFateRules, sort, tagOut } from './arrivals';
import { mixBath } from './baths';
import { setSpeciesValue } from './bookValues';
import { cross, nest, stampStep } from './bowls';
import { bringStock, recordTake } from './bringIn';
import { saveFish } from './broodFish';
import { importFish } from './broodImport';
import { moveFish, recordFate, recordLook } from './broodLife';
import { recordCheck, recordFeed, recordNote, recordSampleReturned } from './checks';
import { saveConditioning } from './conditioning';
import { correct, settleProposal } from './corrections';
import { recordCount, recordEmptied, recordWeighing } from './counts';
import type { Command, Role } from './define';
import { recordDeformities } from './deformities';
import { batheEggs } from './eggBaths';
import { handleEggs, leaveDoubtful, seeHatch } from './eggs';
import { strip, takeMilt } from './gametes';
import { savePicking, strikeReadings, unstrikeReadings, useOwnClock } from './incubationSettings';
import { inject, lookReady } from './injections';
import { keepApart } from './keepApart';
import { layDown } from './layDown';
import { recordDead, recordLossOf, recordPick } from './losses';
import { grade, move } from './moves';
import { addPerson, changePassword, resetPassword, savePerson, savePreferences } from './people';
import { saveReleaseSite, saveRoom, saveSensor, saveSite } from './places';
import { endProgramme, saveProgramme } from './programmes';
import { saveProtocol } from './protocols';
import { importReadings, recordReading, recordTemperature } from './readings';
import { issuePaper, recordRelease } from './release';
import { makeToken, reportReadings, revokeToken, seeAlarm } from './reports';
import { saveRoutineTask, tickRoutine } from './routine';
import { dropSecondFactor, endSignIn, resetSecondFactor, takeSecondFactor } from './secondFactor';
import { shipEggs } from './shipments';
import { saveDay } from './spawningDay';
import { changeStage } from './stages';
import { addUnits, arrangeRoom, divideUnit, joinUnit, saveUnit } from './units';

const all = [
  recordTake,
  bringStock,
  layDown,
  recordPick,
  recordDead,
  recordLossOf,
  recordCheck,
  recordSampleReturned,
  recordFeed,
  recordNote,
  changeStage,
  move,
  grade,
  recordCount,
  recordWeighing,
  recordEmptied,
  recordRelease,
  issuePaper,
  correct,
  settleProposal,
  recordTemperature,
  recordReading,
  importReadings,
  saveSite,
  saveRoom,
  saveUnit,
  addUnits,
  divideUnit,
  joinUnit,
  saveSensor,
  saveReleaseSite,
  addPerson,
  savePerson,
  resetPassword,
  changePassword,
  takeSecondFactor,
  dropSecondFactor,
  resetSecondFactor,
  endSignIn,
  savePreferences,
  setSpeciesValue,
  saveFish,
  importFish,
  recordLook,
  moveFish,
  recordFate,
  saveDay,
  inject,
  lookReady,
  strip,
  takeMilt,
  cross,
  stampStep,
  saveProtocol,
  keepApart,
  recordDeformities,
  arrive,
  sort,
  tagOut,
  saveFateRules,
  saveConditioning,
  mixBath,
  nest,
  handleEggs,
  leaveDoubtful,
  seeHatch,
  tickRoutine,
  saveRoutineTask,
  batheEggs,
  shipEggs,
  savePicking,
  useOwnClock,
  strikeReadings,
  unstrikeReadings,
  saveProgramme,
  endProgramme,
  reportReadings,
  makeToken,
  revokeToken,
  seeAlarm,
  arrangeRoom,
];

/** Every command by type. The payload types differ; the register forgets them, and `execute` parses each payload. */
export const commands: ReadonlyMap<string, Command> = new Map(all.map((c) => [c.type, c as unknown as Command]));

/** Types of commands that a role may not send, not even as a proposal: screens do not offer them. */
export const barredTo = (role: Role): string[] =>
  [...commands.values()].filter((c) => !c.roles.includes(role) && !c.proposes?.includes(role)).map((c) => c.type);
