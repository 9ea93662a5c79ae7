import { uniqueId } from './unique-id';

describe('a unique id', () => {
  it('is made where the page is not of a secure origin', () => {
    const without = spyOn(crypto, 'randomUUID').and.throwError('There is no such function.');
    const made = new Set(Array.from({ length: 1000 }, uniqueId));
    expect(made).toHaveSize(1000);
    for (const id of made) expect(id).toMatch(/^[0-9a-f]{32}$/);
    expect(without).not.toHaveBeenCalled();
  });
});
