/** A condition in which a beacon shows, such as `cold` or `rain`. */
import * as z from 'zod';

export const condition = z.string().trim().min(1).max(40);
