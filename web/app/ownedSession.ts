import { session } from '../api/client';
import type { Session } from '../api/types';
import { setZone } from '../ui/zone';
import { belongTo } from './keepPage';

/** Who is signed in; what the browser keeps belongs to that account from here on. */
export async function ownedSession(): Promise<Session> {
  const found = await session();
  if (found.account) belongTo(found.account.id);
  setZone(found.account?.zone);
  return found;
}
