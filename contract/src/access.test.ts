import { describe, expect, it } from 'vitest';
import { ACCESS, accessTo, closedTo } from './access.ts';
import { endpoint, signatureOf } from './endpoint.ts';
import { ENDPOINTS } from './resources/endpoints.ts';
import { ROLES } from './roles.ts';

const all = Object.values(ENDPOINTS);

describe('who may call what', () => {
  it('is said of every endpoint, and of none that there is not', () => {
    for (const one of all) expect(accessTo(one)).toBeTruthy();
    expect(Object.keys(ACCESS).toSorted()).toEqual(Object.keys(ENDPOINTS).toSorted());
  });

  it('is said of one that stands in no list by an error, not by letting it through', () => {
    const unknown = endpoint({
      method: 'GET',
      path: '/nowhere',
      summary: '',
      answer: null,
    } as never);
    expect(() => accessTo(unknown as never)).toThrow('/nowhere');
  });

  it('only ever grows: who is more may all that who is less may', () => {
    for (let i = 1; i < ROLES.length; i++) {
      const [less, more] = [closedTo(ROLES[i - 1]), closedTo(ROLES[i])];
      expect(Object.keys(less)).toEqual(expect.arrayContaining(Object.keys(more)));
      expect(Object.keys(more).length).toBeLessThan(Object.keys(less).length);
    }
    expect(closedTo('owner')).toEqual({});
  });

  it('lets anybody in who has to sign in first, and nobody read a thing without', () => {
    const open = all.filter((one) => accessTo(one) === 'anyone');
    expect(open.length).toBeLessThan(10);
    for (const { path } of open) expect(path).toMatch(/sign|passkey|join|\/me|people/i);
  });

  it('keeps what costs or reveals money from a learner, and what undoes a shop to its owner', () => {
    const closed = closedTo('learner');
    for (const name of ['listJobs', 'makeJob', 'receiveStock', 'getPaper', 'setJobOrder'] as const)
      expect([name, signatureOf(ENDPOINTS[name]) in closed]).toEqual([name, true]);
    const planners = closedTo('planner');
    for (const name of ['importShop', 'cleanUp', 'save-prices', 'addPerson'] as const)
      expect([name, planners[signatureOf(ENDPOINTS[name])]]).toEqual([name, 'owner']);
  });

  it('lets everybody read what the shop says once', () => {
    for (const [name, least] of Object.entries(ACCESS))
      if (/^(getSetting|list|get|revisions)-/.test(name))
        expect([name, least]).toEqual([name, 'learner']);
  });
});
