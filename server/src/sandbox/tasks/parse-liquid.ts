import { createLiquid } from '@tovlet/core/templates/render';
import type { TaskRunner } from './task';

/** Parses Liquid without rendering it; a mistake in it is the task's failure. */
export interface ParseLiquidTask {
  readonly kind: 'parse_liquid';
  readonly liquid: string;
}

const engine = createLiquid();

export const parseLiquidTask: TaskRunner<ParseLiquidTask, null> = {
  run({ liquid }) {
    engine.parse(liquid);
    return null;
  },
};
