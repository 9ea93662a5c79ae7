import * as z from 'zod';
import { roles } from '../../roles';

/** The settings of a field of the type Person, with their defaults. */
export const settings = z.object({ roles: z.array(z.enum(roles)).max(3).default([]) });
