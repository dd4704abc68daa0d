import type { Metadata } from 'next';
import { PracticeScreen } from '@/features/practice/practice-screen';

export const metadata: Metadata = { title: 'Practice' };

export default function PracticePage() {
  return <PracticeScreen />;
}
