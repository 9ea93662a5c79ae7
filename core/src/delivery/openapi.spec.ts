import { promised } from '../testing/api-model';
import { promisedApi } from '../testing/promised-api';
import { objectName } from './type-names';

describe('the OpenAPI document', () => {
  it('promises what programs rely on, to the word', () => {
    expect<unknown>(promised()).toEqual(promisedApi);
  });

  it('names objects in upper camel case, different keys differently', () => {
    expect(['hut', 'mountain_pass', 'a_2_b', 'a2_b', 'route'].map(objectName)).toEqual([
      'Hut',
      'MountainPass',
      'A_2B',
      'A2B',
      'Route',
    ]);
  });
});
