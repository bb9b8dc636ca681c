'use client';

import { ActionIcon, Menu, UnstyledButton, useMantineColorScheme } from '@mantine/core';
import '@mantine/notifications/styles.css';
import {
  IconKeyboard,
  IconLogout,
  IconMoonStars,
  IconSearch,
  IconUserCircle,
} from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { usePathname, useRouter } from 'next/navigation';
import { type ReactNode, useState } from 'react';
import { DocumentsProvider, OrphanedEdits, useUnsavedCount } from '../document';
import { TransportBar, TransportProvider } from '../transport';
import { call } from './call';
import { CommandProvider, keyText, useCommands } from './commands';
import classes from './Shell.module.css';

const Notifications = dynamic(
  () => import('@mantine/notifications').then((library) => library.Notifications),
  { ssr: false },
);
const Palette = dynamic(() => import('./Palette'), { ssr: false });
const BeforeSigningOut = dynamic(() => import('./BeforeSigningOut'), { ssr: false });

type ShellBand = { readonly slug: string; readonly name: string; readonly role: string };

type Props = {
  readonly band: ShellBand;
  readonly bands: readonly ShellBand[];
  readonly member: { readonly id: string; readonly name: string };
  readonly children: ReactNode;
};

const PLACES = [
  { path: 'sets', label: 'Sets' },
  { path: 'songs', label: 'Songs' },
  { path: 'kit', label: 'Kit' },
  { path: 'click', label: 'Click' },
] as const;

/** The frame around every place: which band, where to, who; the transport at the foot. */
export const Shell = (props: Props) => {
  const onStage = usePathname().endsWith('/stage');
  return (
    <CommandProvider>
      <Notifications position="top-center" />
      <DocumentsProvider key={props.band.slug} band={props.band.slug} member={props.member.id}>
        <TransportProvider>
          {/* The stage is all there is; the keys of head and foot work there too. */}
          <div hidden={onStage}>
            <Head {...props} />
          </div>
          <main className={classes.main}>
            {!onStage && <OrphanedEdits />}
            {props.children}
          </main>
          <div hidden={onStage}>
            <TransportBar />
          </div>
        </TransportProvider>
      </DocumentsProvider>
    </CommandProvider>
  );
};

const Head = ({ band, bands, member }: Props) => {
  const path = usePathname();
  return (
    <header className={classes.head}>
      <Link href={`/${band.slug}/sets`} className={classes.mark}>
        Ebrant
      </Link>
      <BandMenu band={band} bands={bands} />
      <nav aria-label="Places">
        {PLACES.map((place) => {
          const href = `/${band.slug}/${place.path}`;
          return (
            <Link
              key={href}
              href={href}
              data-here={path.startsWith(href)}
              className={classes.place}
            >
              {place.label}
            </Link>
          );
        })}
      </nav>
      <span className={classes.space} />
      <Tools band={band} member={member} />
    </header>
  );
};

const BandMenu = ({ band, bands }: Pick<Props, 'band' | 'bands'>) =>
  bands.length < 2 ? (
    <span className={classes.band}>{band.name}</span>
  ) : (
    <Menu position="bottom-start">
      <Menu.Target>
        <UnstyledButton className={classes.bands}>{band.name}</UnstyledButton>
      </Menu.Target>
      <Menu.Dropdown aria-label="Your bands">
        {bands.map(({ slug, name }) => (
          <Menu.Item key={slug} component={Link} href={`/${slug}/sets`}>
            {name}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );

const Tools = ({ band, member }: Pick<Props, 'band' | 'member'>) => {
  const router = useRouter();
  const [palette, setPalette] = useState<'commands' | 'keys'>();
  const { toggleColorScheme } = useMantineColorScheme();
  const unsaved = useUnsavedCount();
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string>();
  const leave = async () => {
    const called = await call('DELETE', '/api/session');
    if (!called.ok) return setProblem(called.sentence);
    router.push('/');
    router.refresh();
  };
  const signOut = () => (unsaved > 0 ? setAsking(true) : void leave());
  useCommands([
    {
      id: 'palette',
      label: 'Find a song, a place, an action',
      keys: 'Mod+K',
      whileTyping: true,
      hidden: true,
      run: () => setPalette('commands'),
    },
    { id: 'keys', label: 'Show all keys', keys: '?', run: () => setPalette('keys') },
    { id: 'scheme', label: 'Change between light and dark', run: toggleColorScheme },
    {
      id: 'to-sets',
      label: 'Go to the sets',
      keys: 'Alt+1',
      whileTyping: true,
      run: () => router.push(`/${band.slug}/sets`),
    },
    {
      id: 'to-songs',
      label: 'Go to the songs',
      keys: 'Alt+2',
      whileTyping: true,
      run: () => router.push(`/${band.slug}/songs`),
    },
    {
      id: 'to-kit',
      label: 'Go to the kit',
      keys: 'Alt+3',
      whileTyping: true,
      run: () => router.push(`/${band.slug}/kit`),
    },
    {
      id: 'to-click',
      label: 'Go to the click',
      keys: 'Alt+4',
      whileTyping: true,
      run: () => router.push(`/${band.slug}/click`),
    },
    { id: 'sign-out', label: 'Sign out', run: signOut },
  ]);
  return (
    <>
      <ActionIcon
        size={36}
        aria-label="Find"
        title={`Find a song, a place, an action (${keyText('Mod+K')})`}
        onClick={() => setPalette('commands')}
      >
        <IconSearch size={20} />
      </ActionIcon>
      <Menu position="bottom-end">
        <Menu.Target>
          <UnstyledButton className={classes.member} aria-label={`${member.name}, ${band.role}`}>
            <IconUserCircle size={22} aria-hidden="true" />
            <span>{member.name}</span>
            <em>{band.role}</em>
          </UnstyledButton>
        </Menu.Target>
        <Menu.Dropdown aria-label="You">
          <Menu.Item leftSection={<IconMoonStars size={16} />} onClick={toggleColorScheme}>
            Light or dark
          </Menu.Item>
          <Menu.Item leftSection={<IconKeyboard size={16} />} onClick={() => setPalette('keys')}>
            All keys (?)
          </Menu.Item>
          <Menu.Item leftSection={<IconLogout size={16} />} onClick={signOut}>
            Sign out
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
      {asking && (
        <BeforeSigningOut
          unsaved={unsaved}
          problem={problem}
          onStay={() => setAsking(false)}
          onLeave={leave}
        />
      )}
      {palette && <Palette show={palette} band={band.slug} onClose={() => setPalette(undefined)} />}
    </>
  );
};
