import type { Metadata } from 'next';
import { contextHere } from '@/entry/context';
import { FilesScreen } from '@/features/files/files-screen';
import { copyList } from '@/server/copies';
import { importList } from '@/server/imports';
import { rulesToday } from '@/server/rules';

export const metadata: Metadata = { title: 'Files' };
export const dynamic = 'force-dynamic';

export default async function FilesPage() {
  const context = await contextHere();
  return (
    <FilesScreen
      rules={await rulesToday(context)}
      imports={await importList(context)}
      copies={await copyList(context)}
    />
  );
}
