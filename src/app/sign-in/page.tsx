import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { SignInScreen } from '@/features/people/sign-in-screen';
import { signInView } from '@/server/people/sign-in-view';
import { first, type Query } from '../first';

export const metadata: Metadata = { title: 'Sign in' };
export const dynamic = 'force-dynamic';

export default async function SignInPage({ searchParams }: { readonly searchParams: Query }) {
  const to = first((await searchParams).to) ?? '/';
  return <SignInScreen view={await signInView(await contextHere())} to={ownPath(to)} />;
}

const HERE = 'http://here';

/** Back to where somebody came from, on this site only: as a browser reads the address, not as it is written. */
function ownPath(to: string): string {
  if (!to.startsWith('/') || !URL.canParse(to, HERE)) return '/';
  const { origin, pathname, search } = new URL(to, HERE);
  return origin === HERE ? pathname + search : '/';
}
