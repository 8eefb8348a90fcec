import Link from 'next/link';
import { buttonClass } from '@/ui/button';
import { Standalone } from '@/ui/standalone';

export default function NotFound() {
  return (
    <Standalone named title="Nothing stands at this address">
      <p>The number may be mistyped, or the link is from another shop.</p>
      <Link href="/jobs" className={buttonClass('main', 'mt-4')}>
        To the jobs
      </Link>
    </Standalone>
  );
}
