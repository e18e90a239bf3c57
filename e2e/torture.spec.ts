import { expect, test } from '@playwright/test';
import { deletedRounds } from './torture/deleted';
import { killRounds, plainHttpRounds, quotaRounds } from './torture/rounds';

/** The same rounds as `npm run torture`, few of them. */
const sound = { lost: 0, torn: 0 };

test('what was told as kept is there after the browser is killed, and nothing is there by half', async () => {
  let seed = 7;
  const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
  expect(await killRounds(8, random)).toMatchObject(sound);
});
test('a database that is deleted under the page comes back out of its copy; what is damaged there is named', async () => {
  let seed = 11;
  const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
  expect(await deletedRounds(10, random)).toMatchObject(sound);
});
test('two tabs over plain http lose nothing to each other', async () => {
  expect(await plainHttpRounds(100)).toMatchObject(sound);
});
test('without room it says so, shows what it has, deletes, and goes on when there is room again', async () => {
  expect(await quotaRounds(2)).toMatchObject(sound);
});
