import * as z from 'zod';
import { languages, type Language } from '../../locale/languages';
import { email } from './email';
import type { PersonSummary } from './people';

/** Who is signed in, and what the workspace lets a visitor of the workbench do next. */
export interface SessionAnswer {
  readonly person: PersonSummary | null;
  /** The language that the person chose for the workbench; null for that of the browser. */
  readonly language: Language | null;
  readonly workspace: { readonly name: string };
  /** Nobody has an account yet: the first one is to be made. */
  readonly needsFirstAccount: boolean;
  /** People to sign in as by one click; demo mode only. */
  readonly demoPeople: readonly PersonSummary[];
}

export const languageSchema = z.strictObject({ language: z.enum(languages) });
export type LanguageChoice = z.infer<typeof languageSchema>;

export const PASSWORD_MIN_LENGTH = 10;
const newPassword = z
  .string()
  .min(PASSWORD_MIN_LENGTH, { message: `A password has at least ${PASSWORD_MIN_LENGTH} characters.` })
  .max(200);

export const firstAccountSchema = z.strictObject({
  workspace: z.string().trim().min(1, { message: 'Give the workspace a name.' }).max(100),
  name: z.string().trim().min(1, { message: 'Say what you are called.' }).max(100),
  email,
  password: newPassword,
});
export type FirstAccount = z.infer<typeof firstAccountSchema>;

/** The link by which somebody who was invited, or forgot a password, comes in. */
export const linkSchema = z.strictObject({ token: z.string().min(1).max(100) });
export type Link = z.infer<typeof linkSchema>;
export const linkUseSchema = z.strictObject({ token: z.string().min(1).max(100), password: newPassword });
export type LinkUse = z.infer<typeof linkUseSchema>;

/** Whom a link lets in. */
export interface LinkAnswer {
  readonly name: string;
  readonly email: string;
  /** They had no password before. */
  readonly invited: boolean;
}

export const signInSchema = z.strictObject({ email, password: z.string().min(1).max(200) });
export type SignIn = z.input<typeof signInSchema>;
export const demoSignInSchema = z.strictObject({ person: z.string() });
export type DemoSignIn = z.input<typeof demoSignInSchema>;
