import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { GuideScreen } from '@/features/guide/guide-screen';
import { GUIDE_PAGES, guidePageOf, guideText, isGuidePage } from '@/server/guide';

interface Props {
  readonly params: Promise<{ readonly page: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { page } = await params;
  return { title: isGuidePage(page) ? GUIDE_PAGES[page].title : 'Guide' };
}

export default async function Page({ params }: Props) {
  const { page } = await params;
  if (!isGuidePage(page)) notFound();
  return (
    <GuideScreen
      pages={Object.entries(GUIDE_PAGES).map(([name, { title }]) => ({ name, title }))}
      page={page}
      text={await guideText(page)}
      pageOf={guidePageOf}
    />
  );
}
