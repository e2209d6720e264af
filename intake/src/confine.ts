/**
 * How a process that reads somebody's file is kept apart: without network where the system allows it, and as nobody where
 * this program runs as root. Source: unshare(1), setpriv(1).
 */
import { spawnSync } from 'node:child_process';

/** User and group "nobody" of every Linux. */
const NOBODY = 65_534;

export interface Confinement {
  /** Put before a command to run it apart. */
  readonly command: readonly string[];
  /** The user that the reader becomes once it is loaded; absent where it stays who we are. */
  readonly user: number | undefined;
  readonly network: 'none' | 'ours';
}

let known: Confinement | undefined;

/** Found out once: what this system lets us do. */
export function confinement(): Confinement {
  if (known) return known;
  const root = process.geteuid?.() === 0;
  const works = (command: readonly string[]) =>
    spawnSync(command[0], [...command.slice(1), 'true'], { stdio: 'ignore' }).status === 0;
  const privileges = ['setpriv', '--no-new-privs'];
  const apart = root
    ? ['unshare', '--net', '--']
    : ['unshare', '--user', '--map-current-user', '--net', '--'];
  const network = works(apart);
  known = {
    command: [...(network ? apart : []), ...(works(privileges) ? privileges : [])],
    user: root ? NOBODY : undefined,
    network: network ? 'none' : 'ours',
  };
  return known;
}

/** For whoever starts the server. */
export function confinementInWords(): string {
  const { user, network } = confinement();
  const who = user === undefined ? 'as the same user' : 'as the user nobody';
  return `Artwork is read in processes of their own, ${who}, ${network === 'none' ? 'without network' : 'with network, as this system does not let it be taken away'}, within limits of time, memory and disk.`;
}

/** Gives up what root may do, for good. Nothing that only root can reach can be opened afterwards. */
export function become(user: number): void {
  process.setgroups!([user]);
  process.setgid!(user);
  process.setuid!(user);
}
