/** The languages that reports are read in: one table each. */
import { dutch } from './nl.js';
import { english } from './en.js';
import { french } from './fr.js';
import { german } from './de.js';
import { italian } from './it.js';
import type { LanguageWords } from './language.js';
import { polish } from './pl.js';
import { portuguese } from './pt.js';
import { spanish } from './es.js';
import { swedish } from './sv.js';

export type { LanguageWords } from './language.js';

export const languages: readonly LanguageWords[] = [
  english,
  german,
  french,
  spanish,
  italian,
  dutch,
  polish,
  portuguese,
  swedish,
];
