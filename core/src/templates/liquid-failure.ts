import { LiquidError } from 'liquidjs';

/** Tells what Liquid says of a template (it does not parse, or went beyond a limit) from other failures. */
export const isRefusedByLiquid = (error: unknown): error is LiquidError => error instanceof LiquidError;

/** The line of a template that a failure is about, counted from 1. */
export const lineOf = (error: LiquidError): number => error.token.getPosition()[0] ?? 1;
