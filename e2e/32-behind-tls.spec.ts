import { chromium, expect } from '@playwright/test';
import { CHROMIUM } from '../scripts/chromium.js';
import { onDevice } from './at-the-torch';
import { passwordOf, toBraze } from './helpers';
import { servedTest } from './served';
import { tlsProxy } from './tls-proxy';

const NAME = 'brazing.example';

servedTest(
  'behind a proxy with TLS: signed in by a cookie bound to it, kept on the device, live',
  async ({ served }) => {
    const running = await served.begin('demo', { HEPHAIST_HOSTS: NAME, HEPHAIST_TRUST_PROXY: 'loopback' });
    const proxy = await tlsProxy(running.url, NAME, served.data);
    const browser = await chromium.launch({
      ...CHROMIUM,
      args: [
        ...CHROMIUM.args,
        // Its certificate is signed by nobody else, and its name is known to nobody else.
        '--ignore-certificate-errors',
        `--host-resolver-rules=MAP ${NAME}:443 127.0.0.1:${proxy.port}`,
      ],
    });
    try {
      const context = await browser.newContext({
        baseURL: `https://${NAME}`,
        ignoreHTTPSErrors: true,
        serviceWorkers: 'allow',
      });
      const page = await context.newPage();
      const first = await page.goto('/');
      expect(first?.headers()['strict-transport-security']).toBe('max-age=31536000');
      await page.getByLabel('Sign-in name').fill('orla');
      await page.getByLabel('Password', { exact: true }).fill(passwordOf('orla'));
      await page.getByRole('button', { name: 'Sign in', exact: true }).click();
      await page.getByRole('link', { name: /^Saltmarsh/ }).click();
      await expect(page.getByRole('heading', { level: 1 })).toContainText('takes');
      const cookies = await context.cookies();
      expect(cookies.map((c) => c.name)).toContain('__Host-hephaist');
      expect(cookies.filter((c) => !c.secure || !c.httpOnly)).toEqual([]);

      await page.getByRole('link', { name: /Braze/ }).first().click();
      await toBraze(page, 'PF-04');
      // What is entered goes through, and comes back by the stream of what others do.
      await page.getByRole('button', { name: /^Cleaned now/ }).click();
      await expect(page.getByText('held here')).toHaveCount(0);

      await onDevice(page);
      await context.setOffline(true);
      await page.reload();
      await expect(page.getByText(/No server: what stands here is of .* ago, from this device/)).toBeVisible();
      await toBraze(page, 'PF-04');
      await context.setOffline(false);
      await expect(page.getByText(/No server: what stands/)).toBeHidden();
    } finally {
      await browser.close();
      proxy.stop();
      await running.stop();
    }
  },
);
