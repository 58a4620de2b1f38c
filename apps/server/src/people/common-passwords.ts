import { ContractError } from '@hephaist/contracts/schemas/parse';
import { dictionary } from '@zxcvbn-ts/language-common';

/** Passwords that everybody tries first: the list of a well-kept library, shipped with it. */
const COMMON: ReadonlySet<string> = new Set(dictionary['passwords-common']);

/** A common password may carry so many more signs and is common still. */
const FEW = 5;

/** Whether a password is a common one, or one with a few digits or signs before or behind it. */
export function isCommon(password: string): boolean {
  const word = password.toLowerCase();
  const bare = word.replace(/^[^\p{L}]+|[^\p{L}]+$/gu, '');
  const twice = word.slice(0, word.length / 2);
  return (
    COMMON.has(word) ||
    (bare.length >= 4 && word.length - bare.length <= FEW && COMMON.has(bare)) ||
    (word === twice + twice && COMMON.has(twice)) ||
    new Set(word).size <= 3
  );
}

/** A password as it may be chosen by who signs in with a name. @throws ContractError at `password` */
export function mustBeGood(name: string, password: string): void {
  const no = (says: string): ContractError => new ContractError([{ field: 'password', says }]);
  if (password.toLowerCase().includes(name) && password.length < name.length + 8)
    throw no('not the sign-in name with little more');
  if (isCommon(password)) throw no('too common: everybody tries this one first. Take a few words of your own');
}
