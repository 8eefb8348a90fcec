import { NoConnection } from '@/screens/shell/no-connection';

export const metadata = { title: 'No connection' };

/** What the service worker shows in the place of a page that cannot be had without the server. It holds nothing of the shop. */
export default function NoConnectionPage() {
  return <NoConnection />;
}
