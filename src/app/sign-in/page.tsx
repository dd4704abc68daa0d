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

/** Back to where somebody came from, on this site only. */
function ownPath(to: string): string {
  return /^\/(?![/\\])/.test(to) ? to : '/';
}
