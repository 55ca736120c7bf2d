/** Accounts, sessions and the shop's settings, as they cross the wire. */
import { instant, person, role } from '@dormant-beacon/core/record';
import { shopSettings } from '@dormant-beacon/core/shop';
import * as z from 'zod';

const id = z.uuid();

/** The least that a password must have; longer is better than stranger. */
export const leastPasswordCharacters = 10;
const password = z
  .string()
  .min(leastPasswordCharacters, `a password has ${leastPasswordCharacters} characters or more`)
  .max(200);
const pin = z.string().regex(/^\d{4,8}$/, 'a PIN has four to eight digits');

export const signIn = z.strictObject({
  name: z.string().trim().min(1).max(200),
  password: z.string().min(1).max(200),
});
export type SignIn = z.infer<typeof signIn>;
export const pinSwitch = z.strictObject({ personId: id, pin: z.string().min(1).max(20) });
export type PinSwitch = z.infer<typeof pinSwitch>;

/** Who works at this device, and who may switch to whom with a PIN. */
export const session = z.strictObject({
  person: person.nullable(),
  /** The password is a first one, given by someone else: a new one comes before any work. */
  mustChange: z.boolean(),
  hasPin: z.boolean(),
  mode: z.enum(['demo', 'shop']),
  /** The name of the shop at this address, as its lead has set it; empty until then. */
  shop: z.string(),
  /** People who signed in here with their password within 30 days and have a PIN that is not locked. */
  here: z.array(person),
  /** Only in the demo: one account a role, with its password and PIN. */
  demoAccounts: z.array(
    z.strictObject({ personId: id, name: z.string(), role, password: z.string(), pin: z.string() }),
  ),
});
export type Session = z.infer<typeof session>;

export const newPassword = z.strictObject({ current: z.string().min(1).max(200), password });
export const newPin = z.strictObject({ current: z.string().min(1).max(200), pin: pin.nullable() });

export const newAccount = z.strictObject({ person, password });
export const changeAccount = z.strictObject({
  name: person.shape.name,
  initials: person.shape.initials,
  role,
  active: z.boolean(),
  /** A new first password, where the old one is forgotten or locked. */
  password: password.nullish(),
});

/** A person as the lead sees them. */
export const account = z.strictObject({
  person,
  active: z.boolean(),
  hasPassword: z.boolean(),
  lockedUntil: instant.nullable(),
  lastSeenAt: instant.nullable(),
});
export const accounts = z.strictObject({ accounts: z.array(account) });
export type Account = z.infer<typeof account>;

export const device = z.strictObject({
  id,
  number: z.int(),
  name: z.string().nullable(),
  seenAt: instant,
  own: z.boolean(),
});
export const devices = z.strictObject({ devices: z.array(device) });
export type Device = z.infer<typeof device>;
export const nameDevice = z.strictObject({ name: z.string().trim().max(60).nullable() });

export const shop = z.strictObject({
  revision: z.int(),
  settings: shopSettings,
  /** Jobs that are still looked at anew after a change of what the shop asks of a proof. */
  underReview: z.int().min(0),
});
export type Shop = z.infer<typeof shop>;
export const changeShop = z.strictObject({ settings: shopSettings });

/** What was changed in the shop, by whom: settings, people, devices. */
export const shopLog = z.strictObject({
  entries: z.array(
    z.strictObject({
      id: z.int(),
      personId: id,
      deviceNumber: z.int().nullable(),
      says: z.string(),
      recordedAt: instant,
    }),
  ),
});
export type ShopLogEntry = z.infer<typeof shopLog>['entries'][number];
