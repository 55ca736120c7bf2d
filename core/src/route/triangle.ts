/** The triangular spread of days: least, likeliest, most. */
import type { LeadDays } from './schema.js';

export function meanOf([least, likely, most]: LeadDays): number {
  return (least + likely + most) / 3;
}

/** Chance that it takes no more than so many days. */
export function chanceWithin([least, likely, most]: LeadDays, days: number): number {
  if (days >= most) return 1;
  if (days <= least) return 0;
  if (days <= likely) return ((days - least) / (most - least)) * ((days - least) / (likely - least));
  return 1 - ((most - days) / (most - least)) * ((most - days) / (most - likely));
}

/** Days within which a share of the outcomes lies; `share` from 0 to 1, so that a uniform number draws a lead time. */
export function daysOfShare([least, likely, most]: LeadDays, share: number): number {
  const width = most - least;
  if (width === 0) return least;
  if (share * width <= likely - least) return least + Math.sqrt(share * width * (likely - least));
  return most - Math.sqrt((1 - share) * width * (most - likely));
}
