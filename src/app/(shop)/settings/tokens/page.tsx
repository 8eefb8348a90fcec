import { lesserRole } from '@/core/authority/roles';
import type { Role } from '@/core/kinds/actor';
import { Tokens } from '@/screens/settings/tokens';
import { readTokens } from '@/usecases/people/tokens';
import { readShopNow } from '@/usecases/shop/shop';
import { requireDuty } from '../../../session';
import { endTokenAction, makeTokenAction } from '../actions';

export const metadata = { title: 'Tokens' };

const roles: readonly Role[] = ['proprietor', 'locksmith', 'trainee'];

export default async function TokensPage() {
  const actor = await requireDuty('makeTokens');
  const [tokens, { shop }] = await Promise.all([readTokens(actor), readShopNow(actor)]);
  return (
    <Tokens
      tokens={tokens}
      roles={roles.filter((role) => lesserRole(role, actor.role) === role)}
      zone={shop.zone}
      now={actor.at}
      onMake={makeTokenAction}
      onEnd={endTokenAction}
    />
  );
}
