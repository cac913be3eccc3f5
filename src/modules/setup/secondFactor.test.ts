import { hash } from '@node-rs/argon2';
import { Secret } from 'otpauth';
import { codesOf, stepOfCode } from '@/modules/setup/secondFactor';
import { HOUR, type TestHatchery, testHatchery } from '../../../tests/support/hatchery';
import { refusal } from '../../../tests/support/refusal';
import { signIns } from './views/signIns';

const PASSWORD = 'correct horse battery';
let h: TestHatchery;
beforeEach(async () => {
  h = await testHatchery();
  await h.db('person').update({ password_hash: await hash(PASSWORD) });
});
const secret = new Secret({ size: 20 }).base32;
const codeAt = (at: number) => codesOf(secret).generate({ timestamp: at });
const signInOf = (person: number, id: string) =>
  h.db('sign_in').insert({ id, person_id: person, opened_at: h.clock.now, seen_at: h.clock.now });

test('a code is of its half minute, the one before or the one after; RFC 6238’s own secret and time agree', () => {
  const at = Date.parse('2031-04-14T05:42:00Z');
  expect(stepOfCode(secret, codeAt(at), at)).toBe(Math.floor(at / 30_000));
  expect(stepOfCode(secret, codeAt(at - 30_000), at)).toBe(Math.floor(at / 30_000) - 1);
  expect(stepOfCode(secret, codeAt(at - 90_000), at)).toBeNull();
  expect(stepOfCode(secret, 'abc', at)).toBeNull();
  // Appendix B: at 59 s the SHA-1 code of "12345678901234567890" ends in 287082.
  const rfc = Secret.fromUTF8('12345678901234567890').base32;
  expect(codesOf(rfc).generate({ timestamp: 59_000 })).toBe('287082');
});

test('the second factor is taken into use with password and code only, and dropped with the password', async () => {
  const use = (more: object = {}) =>
    h.send('person.useSecondFactor', { secret, code: codeAt(h.clock.now), current: PASSWORD, ...more }, h.hand);
  expect(await refusal(use({ current: 'another' }))).toMatchObject({ code: 'password', path: 'current' });
  expect(await refusal(use({ code: '000000' === codeAt(h.clock.now) ? '000001' : '000000' }))).toMatchObject({
    code: 'code',
    path: 'code',
  });
  const held = async () =>
    (await h.db('person').where({ id: h.hand.id }).first('totp_secret')) as { totp_secret: string | null };
  expect((await held()).totp_secret).toBeNull();
  await use();
  expect((await held()).totp_secret).toBe(secret);
  // The secret stands in no record of what was sent.
  const kept = JSON.stringify(await h.db('command').where({ type: 'person.useSecondFactor' }));
  expect(kept).not.toContain(secret);
  expect(await refusal(h.send('person.dropSecondFactor', { current: 'another' }, h.hand))).toMatchObject({
    code: 'password',
  });
  await h.send('person.dropSecondFactor', { current: PASSWORD }, h.hand);
  expect((await held()).totp_secret).toBeNull();
});

test('one’s own sign-ins are listed and ended; others’ by the manager alone', async () => {
  await signInOf(h.hand.id, 'a'.repeat(64));
  await signInOf(h.manager.id, 'b'.repeat(64));
  const open = async (person?: number) => (await signIns(h.db, h.manager.siteId, person)).map((s) => s.person).sort();
  expect(await open()).toEqual(['Hand', 'Manager']);
  expect(await open(h.hand.id)).toEqual(['Hand']);
  expect(await refusal(h.send('signIn.end', { id: 'b'.repeat(64) }, h.hand))).toMatchObject({ code: 'noSignIn' });
  await h.send('signIn.end', { id: 'a'.repeat(64) });
  expect(await open()).toEqual(['Manager']);
  // A second press changes nothing.
  h.clock.now += HOUR;
  await h.send('signIn.end', { id: 'a'.repeat(64) });
});

test('a changed password, a changed role, a lost phone: all sign-ins of theirs end', async () => {
  const ended = async (id: string, act: () => Promise<unknown>) => {
    await signInOf(h.hand.id, id);
    await act();
    return (await signIns(h.db, h.manager.siteId, h.hand.id)).length;
  };
  expect(
    await ended('1'.repeat(64), () =>
      h.send('person.changePassword', { current: PASSWORD, password: 'another long one' }, h.hand),
    ),
  ).toBe(0);
  expect(
    await ended('2'.repeat(64), () => h.send('person.save', { id: h.hand.id, role: 'culturist', active: true })),
  ).toBe(0);
  expect(await ended('3'.repeat(64), () => h.send('person.resetSecondFactor', { id: h.hand.id }))).toBe(0);
  expect(await refusal(h.send('person.resetSecondFactor', { id: 99_999 }))).toMatchObject({ code: 'noPerson' });
});
