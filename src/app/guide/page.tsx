import { redirect } from 'next/navigation';

export default function Guide(): never {
  redirect('/guide/day');
}
