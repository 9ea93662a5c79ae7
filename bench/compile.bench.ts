import { runChecks } from '@tovlet/core/checks/index';
import { applyChange } from '@tovlet/core/model/changes/index';
import { compileModel } from '@tovlet/core/model/compile';
import { onPages, seatsOf } from '@tovlet/core/templates/seats';
import { valueOptions } from '@tovlet/core/templates/value-options';
import { within, timed, type Benchmark } from './measure';
import { deepModel, largeModel } from './models';

/** Compiling a large model, and once more after one field has changed. */
export const compileBenchmark: Benchmark = {
  name: 'compile',
  async run() {
    // Nothing is known of a model that was never seen before.
    const unseen = Array.from({ length: 13 }, () => deepModel(100, 20));
    const whole = await timed(() => compileModel(unseen.pop() ?? deepModel(100, 20)), 10);
    let document = deepModel(100, 20);
    compileModel(document);
    let step = 0;
    const changed = await timed(() => {
      step += 1;
      document = applyChange(document, {
        kind: 'set_field',
        field: 'f_50_7',
        patch: { label: `Label ${step}` },
      });
      compileModel(document);
    }, 30);
    const checks = await timed(() => {
      step += 1;
      document = applyChange(document, {
        kind: 'set_field',
        field: 'f_50_in_6',
        patch: { label: `Label ${step}` },
      });
      runChecks(compileModel(document));
    }, 20);
    // The first picker of each model: nothing is known of its paths yet.
    const wide = Array.from({ length: 13 }, () => compileModel(largeModel(1, 2000)));
    const picker = await timed(() => {
      const model = wide.pop();
      const [type] = model?.types ?? [];
      if (model && type) valueOptions(seatsOf(type), onPages(model));
    }, 10);
    return [
      within('compile 100 types, 300 groups and 2 000 fields, six deep', whole, 100),
      within('compile again after one field’s change', changed, 10),
      within('the same with all checks', checks, 100),
      within('the paths of a type of 2 000 fields, first picker shown', picker, 30),
    ];
  },
};
