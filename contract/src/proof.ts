/** Proofs that a schema and a type of the core are one: they fail to compile where the two part ways, optional fields included. */
import type { Stack } from '@kyanos/core';

/** A type without the differences that do not matter: interfaces or literals, intersections or one object, readonly or not. */
type Plain<T> = T extends Stack
  ? Stack
  : T extends string | number | boolean | null | undefined
    ? T
    : T extends readonly unknown[]
      ? { readonly [I in keyof T]: Plain<T[I]> }
      : T extends object
        ? { readonly [K in keyof T]: Plain<T[K]> }
        : T;

/** What travels: the program may give what it only reads. */
export type Wire<T> = Plain<T>;

type Equal<A, B> =
  (<T>() => T extends A ? 1 : 2) extends <T>() => T extends B ? 1 : 2 ? true : false;

/** True where both types have the same fields, each as optional as in the other, with the same values. */
export type Same<A, B> = Equal<Plain<A>, Plain<B>>;

/** Fails to compile where what is to be proved is false. */
export const prove = <_Proved extends true>(): void => undefined;
