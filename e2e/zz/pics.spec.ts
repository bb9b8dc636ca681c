// @ts-nocheck
import { test } from '@playwright/test';
import { enter } from '../support';

test('pics', async ({ page }) => {
  await page.goto('/');
  await page.screenshot({ path: '/tmp/w/p1.png' });
  await enter(page, 'Odile Marsh');
  await page.goto('/saltreach-nine/people');
  await page.waitForTimeout(800);
  await page.screenshot({ path: '/tmp/w/p2.png' });
  await page.getByRole('button', { name: 'Invite' }).click();
  await page.getByRole('button', { name: 'Make the link' }).click();
  await page.waitForTimeout(800);
  await page.screenshot({ path: '/tmp/w/p3.png' });
  await page.goto('/account');
  await page.waitForTimeout(800);
  await page.screenshot({ path: '/tmp/w/p4.png', fullPage: true });
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/saltreach-nine/people');
  await page.waitForTimeout(800);
  await page.screenshot({ path: '/tmp/w/p5.png' });
});
