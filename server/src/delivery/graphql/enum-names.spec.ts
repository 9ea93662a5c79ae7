import { assertEnumValueName } from 'graphql';
import { enumName, pathName } from './enum-names';

describe('names in enums', () => {
  it('are the values themselves where they can be', () => {
    expect(['easy', 'T3', '_x', 'very-hard', '1a', 'é', 'a b'].map(enumName)).toEqual([
      'easy',
      'T3',
      '_x',
      'very_hard',
      '_1a',
      '_',
      'a_b',
    ]);
  });

  it('are names that GraphQL takes', () => {
    for (const value of ['true', 'false', 'null', '__typename', '-', '日本', '9', 'a.b'])
      expect(() => assertEnumValueName(enumName(value)))
        .withContext(value)
        .not.toThrow();
  });

  it('tell paths from each other', () => {
    expect(['altitude', 'area.label', 'a.b_c'].map(pathName)).toEqual(['ALTITUDE', 'AREA__LABEL', 'A__B_C']);
  });
});
