import { redirect } from 'next/navigation';
import { DEMO_MEMBERS, DEMO_PASSPHRASE } from '@/server/demo/people';
import { visitor } from '@/server/http';
import { signUpIsOpen } from '@/server/people';
import { SignIn } from '@/ui/people/SignIn';

export const dynamic = 'force-dynamic';

const FirstPage = async () => {
  const who = await visitor();
  if (who) {
    const [band] = who.bands;
    if (band) redirect(`/${band.slug}/sets`);
  }
  const demo = process.env.EBRANT_DEMO === '1';
  return (
    <SignIn
      withoutBand={who?.name}
      open={signUpIsOpen()}
      demo={demo ? { passphrase: DEMO_PASSPHRASE, members: demoMembers() } : undefined}
    />
  );
};

const demoMembers = () =>
  DEMO_MEMBERS.map(({ name, about, roles }) => ({
    name,
    about,
    role: [...new Set(roles.map(([, role]) => role))].join(', '),
  }));

export default FirstPage;
