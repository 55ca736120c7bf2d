/** What readers print around codes and modules, in four languages. */
import type { CodeFact, Language } from './facts.js';

export const heads: Readonly<Record<Language, string>> = {
  en: 'Odometer: 38 412 km',
  de: 'Kilometerstand: 38.412 km',
  fr: 'Kilométrage : 38 412 km',
  es: 'Kilometraje: 38 412 km',
};
export const voltages: Readonly<Record<Language, string>> = {
  en: 'Voltage: 12.4 V',
  de: 'Bordspannung: 12,4 V',
  fr: 'Tension : 12,4 V',
  es: 'Voltaje: 12,4 V',
};
export const columns: Readonly<Record<Language, readonly string[]>> = {
  en: ['Module', 'Code', 'Status', 'Description'],
  de: ['Steuergerät', 'Fehlercode', 'Zustand', 'Beschreibung'],
  fr: ['Calculateur', 'Défaut', 'État', 'Libellé'],
  es: ['Módulo', 'Código', 'Estado', 'Descripción'],
};
export const counts: Readonly<Record<Language, string>> = {
  en: 'codes',
  de: 'Fehler',
  fr: 'défauts',
  es: 'fallos',
};

export const sectionWords: Readonly<Record<CodeFact['status'], Readonly<Record<Language, string>>>> = {
  active: { en: 'Current codes', de: 'Aktive Fehler', fr: 'Défauts présents', es: 'Fallos presentes' },
  stored: {
    en: 'Stored codes',
    de: 'Gespeicherte Fehler',
    fr: 'Défauts mémorisés',
    es: 'Fallos almacenados',
  },
  history: {
    en: 'History codes',
    de: 'Historische Fehler',
    fr: 'Défauts historiques',
    es: 'Fallos históricos',
  },
  pending: {
    en: 'Pending codes',
    de: 'Ausstehende Fehler',
    fr: 'Défauts en attente',
    es: 'Fallos pendientes',
  },
};
