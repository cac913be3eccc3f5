import { Secret } from 'otpauth';
import QRCode from 'qrcode';
import { MeScreen } from '@/modules/setup/screens/MeScreen';
import { codesOf } from '@/modules/setup/secondFactor';
import { hasSecondFactor, signIns } from '@/modules/setup/views/signIns';
import { db, now } from '../../_server/database';
import { requirePerson } from '../../_server/session';

export const metadata = { title: 'Password and sign-ins' };

/** One's own password, second factor and sign-ins; the manager sees everybody's sign-ins. */
export default async function MePage() {
  const person = await requirePerson();
  const [list, second] = await Promise.all([
    signIns(db(), person.siteId, person.role === 'manager' ? undefined : person.id),
    hasSecondFactor(db(), person.id),
  ]);
  // A new secret at each look: it counts only once a first code of it was typed in.
  const secret = new Secret({ size: 20 }).base32;
  const uri = codesOf(secret, `${person.name}, ${person.siteName}`).toString();
  return (
    <MeScreen
      signIns={list.map(({ id, ...s }) => ({ ...s, id, here: id === person.signInId }))}
      second={second}
      secret={secret}
      square={
        second ? '' : `data:image/svg+xml,${encodeURIComponent(await QRCode.toString(uri, { type: 'svg', margin: 1 }))}`
      }
      now={now()}
      timeZone={person.timeZone}
    />
  );
}
