import { asks, difficulty, modelWith, winterRoom } from '../testing/model';
import type { Comparison, Condition } from '../conditions/condition';
import { isConditionList } from '../conditions/condition';
import { field } from '../model/document';
import { goneChoices, isBroken, isMisfit } from './broken';

const name = field({ id: 'f_name', key: 'name', label: 'Name', kind: 'text' });
const tags = { ...difficulty, id: 'f_tags', key: 'tags', kind: 'several_choices' as const };
const model = modelWith(difficulty, tags, winterRoom, name);
const ofStatus: Condition = { kind: 'property', property: 'status', operator: 'is', value: 'draft' };

function one(condition: Condition): Comparison {
  if (isConditionList(condition)) throw new Error('This is a list of conditions.');
  return condition;
}

describe('choices that a comparison waits for', () => {
  it('are gone when none of them is offered any more', () => {
    expect(goneChoices(one(asks('f_difficulty', 'is', 'steep')), model)).toEqual(['steep']);
    expect(goneChoices(one(asks('f_difficulty', 'is_one_of', ['steep', 'wet'])), model)).toEqual([
      'steep',
      'wet',
    ]);
    expect(goneChoices(one(asks('f_tags', 'contains', 'steep')), model)).toEqual(['steep']);
  });

  it('are not while one can still be chosen, or where something is not waited for', () => {
    for (const condition of [
      asks('f_difficulty', 'is', 'easy'),
      asks('f_difficulty', 'is_one_of', ['steep', 'hard']),
      asks('f_difficulty', 'is_not', 'steep'),
      asks('f_difficulty', 'is'),
      asks('f_difficulty', 'is', 3),
      asks('f_difficulty', 'is_one_of', ['steep', 3]),
      asks('f_name', 'is', 'steep'),
      asks('f_gone', 'is', 'steep'),
      ofStatus,
    ])
      expect(goneChoices(one(condition), model))
        .withContext(JSON.stringify(condition))
        .toEqual([]);
  });
});

describe('a condition', () => {
  it('does not fit where its field does not know the operator', () => {
    expect(isMisfit(one(asks('f_name', 'is_on')), model)).toBeTrue();
    expect(isMisfit(one(asks('f_winter', 'is_on')), model)).toBeFalse();
    expect(isMisfit(one(asks('f_gone', 'is_on')), model)).toBeFalse();
    expect(isMisfit(one(ofStatus), model)).toBeFalse();
  });

  it('is broken by one comparison among sound ones', () => {
    const all = (...conditions: readonly Condition[]): Condition => ({ kind: 'all', conditions });
    const sound = asks('f_winter', 'is_on');
    expect(isBroken(all(sound, ofStatus), model)).toBeFalse();
    expect(isBroken(all(sound, asks('f_gone', 'is_on')), model)).toBeTrue();
    expect(isBroken(all(sound, asks('f_name', 'is_on')), model)).toBeTrue();
    expect(isBroken(all(asks('f_difficulty', 'is', 'steep'), sound), model)).toBeTrue();
  });
});
