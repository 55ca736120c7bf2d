/**
 * What a reader prints in one language: data, so that a language is added by a table. Each entry is a list of phrases
 * parted by `|`; capitals, accents and punctuation do not count.
 */
export interface LanguageWords {
  readonly name: string;
  /** Of a code: what its status is called. */
  readonly status: {
    readonly active: string;
    readonly stored: string;
    /** Stored, and told to come and go. */
    readonly comesAndGoes: string;
    readonly pending: string;
    readonly history: string;
    readonly permanent: string;
  };
  /** Of a module: how far it was reached. */
  readonly reach: {
    /** It was asked and has answered; nothing is said of codes. */
    readonly read: string;
    readonly clean: string;
    readonly silent: string;
    readonly notFitted: string;
    readonly unsupported: string;
    readonly timedOut: string;
    readonly refused: string;
    /** It was not read, and nothing tells why. */
    readonly unclear: string;
    /** It holds codes. */
    readonly holdsCodes: string;
    readonly nothingAnswered: string;
  };
  /** Names of columns, keys and fields. */
  readonly label: {
    readonly module: string;
    readonly address: string;
    readonly code: string;
    readonly type: string;
    readonly status: string;
    readonly byte: string;
    readonly count: string;
    readonly text: string;
    readonly result: string;
    /** A result that speaks of the contact with a module alone. */
    readonly link: string;
    readonly total: string;
    /** What follows is a number of something else than a code. */
    readonly ident: string;
    readonly environment: string;
    readonly reader: string;
    readonly software: string;
    readonly date: string;
    readonly odometer: string;
    readonly supplyVolts: string;
    readonly vin: string;
    readonly other: string;
  };
  /** Words by which a line is a title or a closing line, whatever else stands in it. */
  readonly title: string;
  /** Words of page heads and closing lines that a module's name may hold too: such a line says nothing else. */
  readonly sign: string;
  /** Now: beside what is not there it makes nothing present. */
  readonly now: string;
  /** Earlier: beside what is there it makes it past. */
  readonly earlier: string;
  /** Single words for what is in memory and not there. */
  readonly away: string;
  /** All of them: in front of what is said of several codes. */
  readonly all: string;
  /** Parts, over a list of them. */
  readonly parts: string;
  /** What says in front of codes that there are none. */
  readonly without: string;
  /** Words that turn what follows into its opposite. */
  readonly not: string;
  /** Several modules: what stands over a list of them. */
  readonly modules: string;
  /** Yes and no, as they stand in a field of their own. */
  readonly yes: string;
  readonly no: string;
  /** What says of a module's codes, alone in a field, that there are none. */
  readonly nothing: string;
  /** What says in such a field that it went wrong. */
  readonly failed: string;
  /** What a name is called. */
  readonly named: string;
  /** How the names of the months begin. */
  readonly months: string;
  /** A page, in front of its number. */
  readonly page: string;
  /** What parts codes from where they are: `3 faults in Restraints`. */
  readonly within: string;
  /** What says under a label or column of the contact that there was none. */
  readonly noLink: string;
  /** Codes without a mark, in a legend. */
  readonly others: string;
  /** Names of fields that a module may be called as well: `Battery`. */
  readonly modulesToo: string;
  /** What is done with a module to ask it, in front of the name. */
  readonly asking: string;
  /** Cleared: in front of codes that are not in memory any more. */
  readonly cleared: string;
  /** What shops and firms are called, within their names. */
  readonly business: string;
  /** Articles of two letters and more: no name of a module begins with one. */
  readonly articles: string;
  /** What joins two names, and what begins the next thing that is said. */
  readonly and: string;
  readonly then: string;
  /** First, second: what comes in turn. */
  readonly ordinals: string;
  /** One to ten in words. */
  readonly figures: string;
  /** Words between others that make a line a sentence, never a module's name. */
  readonly verbs: string;
  /** Words that change nothing where they stand between others. */
  readonly filler: string;
}
