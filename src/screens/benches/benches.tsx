import Link from 'next/link';
import { Page } from '@/ui/page';

const benches = [
  {
    href: '/benches/vin',
    name: 'VIN',
    what: 'Which place is wrong, what may have been meant, maker, market and model year; read back word by word.',
  },
  {
    href: '/benches/identify',
    name: 'Identify',
    what: 'From a line to the key, with the fewest questions; look-alikes, equivalents and what to bring.',
  },
  {
    href: '/benches/route',
    name: 'Route',
    what: 'Which ways of making the key are open, in which order to try them, and what refuses the rest.',
  },
  {
    href: '/benches/blade',
    name: 'Blade',
    what: 'What a worn key was cut to: its readings over the drawing, the likeliest bittings, how many codes fit; a gauge to print.',
  },
  {
    href: '/benches/pellet',
    name: 'Pellet',
    what: 'Which step a resistor pellet is: readings of both faces on the ladder, what may have been slipped, and the next thing to do.',
  },
  {
    href: '/benches/key-count',
    name: 'Key count',
    what: 'What the car says it knows against the keys there are; what adding, erasing and copying would leave.',
  },
  {
    href: '/benches/car',
    name: 'Bench car',
    what: 'A made-up car that answers as its platform says, with keys, hands and a tool: try here what should not be tried on a customer’s, and find out why a car refuses.',
  },
];

/** The benches that work without a job. */
export function Benches() {
  return (
    <Page title="Benches" note="For a question without a job. Nothing here is stored.">
      <ul className="grid gap-4 md:grid-cols-2">
        {benches.map(({ href, name, what }) => (
          <li key={href}>
            <Link
              href={href}
              prefetch={false}
              className="block h-full rounded-lg border-[1.5px] border-edge bg-biscuit p-4"
            >
              <span className="text-ask font-semibold">{name}</span>
              <span className="mt-1 block text-mute">{what}</span>
            </Link>
          </li>
        ))}
      </ul>
    </Page>
  );
}
