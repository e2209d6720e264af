/** What people are in a shop. Each may what those before may, and more: see access.ts for what. */
export const ROLES = ['learner', 'operator', 'planner', 'owner'] as const;
export type Role = (typeof ROLES)[number];

/** @returns whether somebody of `role` may do what is open from `least` on */
export const reaches = (role: Role, least: Role): boolean =>
  ROLES.indexOf(role) >= ROLES.indexOf(least);

/** Whoever switches by PIN at a shared tablet may as much as somebody at the bench, and no more: a PIN is short. */
export const MOST_BY_PIN: Role = 'operator';
export const underPin = (role: Role): Role => (reaches(role, MOST_BY_PIN) ? MOST_BY_PIN : role);
