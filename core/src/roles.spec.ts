import { includesRole, roles } from './roles';

describe('roles', () => {
  it('include themselves and those below them', () => {
    const included = roles.map((role) => roles.filter((wanted) => includesRole(role, wanted)));
    expect(included).toEqual([['developer', 'editor', 'reader'], ['editor', 'reader'], ['reader']]);
  });
});
