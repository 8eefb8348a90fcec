'use client';

import { useRouter } from 'next/navigation';
import { ToggleGroup } from 'radix-ui';
import { useTransition } from 'react';
import type { Role } from '@/core/kinds/actor';
import { Button } from '@/ui/button';
import { lockScreen } from '@/ui/device/lock-screen';
import { SignOutButton } from '@/ui/device/sign-out-button';
import type { Theme } from '@/ui/tokens';

interface SettingsProps {
  readonly person: { readonly personId: string; readonly name: string; readonly role: Role };
  readonly shop: { readonly name: string; readonly zone: string; readonly currency: string };
  readonly theme: Theme;
  readonly onTheme: (theme: unknown) => Promise<void>;
  readonly onSignOut: () => Promise<void>;
}

const themes: readonly { value: Theme; label: string }[] = [
  { value: 'auto', label: 'As the device' },
  { value: 'light', label: 'Light' },
  { value: 'dark', label: 'Dark' },
];

export function Settings({ person, shop, theme, onTheme, onSignOut }: SettingsProps) {
  const router = useRouter();
  const [, startTransition] = useTransition();
  return (
    <section
      aria-labelledby="you"
      className="flex flex-col gap-4 rounded-tag border border-line bg-biscuit p-5"
    >
      <div className="flex flex-wrap items-center justify-between gap-4">
        <div>
          <h2 id="you" className="font-semibold">
            {person.name}
          </h2>
          <p className="text-mute">
            {person.role} at {shop.name}. Local time is {shop.zone}, money is {shop.currency}.
          </p>
        </div>
        <div className="flex flex-wrap gap-3">
          <Button look="quiet" onClick={() => lockScreen()}>
            Lock this screen
          </Button>
          <SignOutButton personId={person.personId} onSignOut={onSignOut}>
            Sign out
          </SignOutButton>
        </div>
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <span id="theme-label" className="text-mute">
          Light and dark
        </span>
        <ToggleGroup.Root
          type="single"
          aria-labelledby="theme-label"
          value={theme}
          onValueChange={(value) => {
            if (value) startTransition(() => onTheme(value).then(() => router.refresh()));
          }}
          className="flex rounded-lg border-[1.5px] border-edge"
        >
          {themes.map(({ value, label }) => (
            <ToggleGroup.Item
              key={value}
              value={value}
              className="min-h-11 px-4 first:rounded-l-lg last:rounded-r-lg data-[state=on]:bg-ink data-[state=on]:font-semibold data-[state=on]:text-biscuit"
            >
              {label}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
      </div>
    </section>
  );
}
