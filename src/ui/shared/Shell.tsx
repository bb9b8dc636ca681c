'use client';

import { ActionIcon, useMantineColorScheme } from '@mantine/core';
import {
  IconBook,
  IconKeyboard,
  IconLogout,
  IconMoonStars,
  IconSearch,
  IconSettings,
  IconUserCircle,
  IconUsers,
} from '@tabler/icons-react';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { usePathname, useRouter } from 'next/navigation';
import { type ReactNode, useCallback, useEffect, useState } from 'react';
import { askShelf } from '@/offline/client';
import { DocumentsProvider, OrphanedEdits, useUnsavedCount } from '../document';
import { ActionMenu } from '../menus';
import { TransportBar, TransportProvider } from '../transport';
import { call } from './call';
import { CommandProvider, keyText, useCommands } from './commands';
import { Notices } from './Notices';
import { orNothing } from './orNothing';
import classes from './Shell.module.css';
import { StillIn } from './StillIn';
import { useTypedAhead } from './useTypedAhead';

const Palette = dynamic(() => orNothing(import('./Palette')), { ssr: false });
const BeforeSigningOut = dynamic(() => orNothing(import('./BeforeSigningOut')), { ssr: false });

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
  { path: 'practise', label: 'Practise' },
  { path: 'people', label: 'People' },
] as const;

/** The frame around every place: which band, where to, who; the transport at the foot. */
export const Shell = (props: Props) => {
  const onStage = usePathname().endsWith('/stage');
  const { id } = props.member;
  // What somebody else has taken along on this device is theirs.
  useEffect(() => void askShelf({ ask: 'only', member: id }), [id]);
  return (
    <CommandProvider>
      <Notices />
      <DocumentsProvider key={props.band.slug} band={props.band.slug} member={props.member.id}>
        <StillIn band={props.band}>
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
        </StillIn>
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

const BandMenu = ({ band, bands }: Pick<Props, 'band' | 'bands'>) => (
  <ActionMenu
    face={band.name}
    className={classes.bands}
    position="bottom-start"
    actions={[
      ...bands.map(({ slug, name }) => ({ label: name, href: `/${slug}/sets` })),
      { label: 'People of this band', icon: IconUsers, href: `/${band.slug}/people` },
      { label: 'All my bands', href: '/account' },
    ]}
  />
);

const Tools = ({ band, member }: Pick<Props, 'band' | 'member'>) => {
  const router = useRouter();
  const [palette, setPalette] = useState<'commands' | 'keys'>();
  const [query, setQuery] = useState('');
  const closePalette = useCallback(() => setPalette(undefined), []);
  const find = () => {
    setQuery('');
    setEntered(false);
    setPalette('commands');
  };
  /** Enter was pressed before the finder’s field had the focus. */
  const [entered, setEntered] = useState(false);
  const enter = useCallback(() => setEntered(true), []);
  useTypedAhead({
    waiting: palette === 'commands',
    onType: setQuery,
    onEscape: closePalette,
    onEnter: enter,
  });
  const { toggleColorScheme } = useMantineColorScheme();
  const unsaved = useUnsavedCount();
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string>();
  const leave = async () => {
    const called = await call('DELETE', '/api/session');
    if (!called.ok) return setProblem(called.sentence);
    await askShelf({ ask: 'only', member: '' });
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
      run: find,
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
    {
      id: 'to-practise',
      label: 'Go to what to practise',
      keys: 'Alt+5',
      whileTyping: true,
      run: () => router.push(`/${band.slug}/practise`),
    },
    {
      id: 'to-people',
      label: 'Go to the people of the band',
      keys: 'Alt+6',
      whileTyping: true,
      run: () => router.push(`/${band.slug}/people`),
    },
    { id: 'to-account', label: 'Go to my account and bands', run: () => router.push('/account') },
    {
      id: 'to-guide',
      label: 'Open the guide',
      run: () => router.push(`/${band.slug}/guide`),
    },
    { id: 'sign-out', label: 'Sign out', run: signOut },
  ]);
  return (
    <>
      <ActionIcon
        size={36}
        aria-label="Find"
        title={`Find a song, a place, an action (${keyText('Mod+K')})`}
        onClick={find}
      >
        <IconSearch size={20} />
      </ActionIcon>
      <ActionMenu
        face={
          <>
            <IconUserCircle size={22} aria-hidden="true" />
            <span>{member.name}</span>
            <em>{band.role}</em>
          </>
        }
        className={classes.member}
        label={`${member.name}, ${band.role}`}
        actions={[
          { label: 'Account', icon: IconSettings, href: '/account' },
          { label: 'Guide', icon: IconBook, href: `/${band.slug}/guide` },
          { label: 'Light or dark', icon: IconMoonStars, run: toggleColorScheme },
          { label: 'All keys (?)', icon: IconKeyboard, run: () => setPalette('keys') },
          { label: 'Sign out', icon: IconLogout, run: signOut },
        ]}
      />
      {asking && (
        <BeforeSigningOut
          unsaved={unsaved}
          problem={problem}
          onStay={() => setAsking(false)}
          onLeave={leave}
        />
      )}
      {palette && (
        <Palette
          show={palette}
          band={band.slug}
          query={query}
          onQuery={setQuery}
          entered={entered}
          onClose={closePalette}
        />
      )}
    </>
  );
};
