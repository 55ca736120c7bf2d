/** Sheets: readings that belong together, and what they amount to. */
import * as z from 'zod';
import { type DropsAnswer, dropsSheet, judgeDrops } from './drops.js';
import { type FuseDropAnswer, fuseDropAmps, fuseDropSheet } from './fuse-drop.js';
import { judgeProvoked, type ProvokeAnswer, provokeSheet } from './provoke.js';
import { judgeRelay, type RelayAnswer, relaySheet } from './relay.js';
import { compareSides, type SidesAnswer, sidesSheet } from './sides.js';
import { judgeTyres, type TyresAnswer, tyresSheet } from './tyres.js';
import { judgeWiggle, type WiggleAnswer, wiggleSheet } from './wiggle.js';

export const sheet = z.discriminatedUnion('sheet', [
  sidesSheet,
  dropsSheet,
  fuseDropSheet,
  relaySheet,
  tyresSheet,
  wiggleSheet,
  provokeSheet,
]);
export type Sheet = z.infer<typeof sheet>;

export type SheetAnswer =
  SidesAnswer | DropsAnswer | FuseDropAnswer | RelayAnswer | TyresAnswer | WiggleAnswer | ProvokeAnswer;

/** What a sheet amounts to, in one sentence. */
export function sheetSays(own: Sheet): string {
  switch (own.sheet) {
    case 'sides':
      return `${own.what}: ${compareSides(own).says}`;
    case 'drops':
      return `${own.what}: ${judgeDrops(own).says}`;
    case 'fuse-drop':
      return fuseDropAmps(own).says;
    case 'relay': {
      const { verdict, checks } = judgeRelay(own);
      const bad = checks.find(({ good }) => !good);
      const name = own.relay.charAt(0).toUpperCase() + own.relay.slice(1);
      return `${name}: ${verdict}. ${(bad ?? checks.at(-1))?.says ?? ''}`.trim();
    }
    case 'tyres':
      return judgeTyres(own).says;
    case 'wiggle':
      return `${own.what}: ${judgeWiggle(own).says}`;
    case 'provoke':
      return judgeProvoked(own).says;
  }
}
