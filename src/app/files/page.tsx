import type { Metadata } from 'next';
import { FilesScreen } from '@/features/files/files-screen';
import { copyList } from '@/server/copies';
import { importList } from '@/server/imports';
import { rulesToday } from '@/server/rules';

export const metadata: Metadata = { title: 'Files' };
export const dynamic = 'force-dynamic';

export default async function FilesPage() {
  return <FilesScreen rules={await rulesToday()} imports={await importList()} copies={await copyList()} />;
}
