/** What a tree is made of, whatever it was written in. */

export interface Field {
  readonly key: string;
  readonly value: string;
  readonly line: number;
  /** A number of JSON. */
  readonly figure?: boolean;
}

/** An object, a list or an element: its plain values, and what is nested in it. */
export interface Branch {
  /** Its key, or its tag; empty in a list. */
  readonly key: string;
  readonly line: number;
  /** A list of JSON. */
  readonly list: boolean;
  readonly fields: Field[];
  readonly branches: Branch[];
}
