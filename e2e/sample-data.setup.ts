import { test } from '@playwright/test';
import { makeSampleData } from './support/sample-data';

test('three winters of sample data are made', async () => {
  test.setTimeout(240_000);
  await makeSampleData();
});
