import { chromium } from '@playwright/test';
import { expect, type BrowserContext, type Page } from './test';
import Database from 'better-sqlite3';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSER } from '../scripts/chromium.mjs';
import { OwnProgram, smallDisk } from './own-program';

export const DISASTERS = [
  'the server is killed',
  'the browser is killed',
  'the network is gone',
  'the disk is full',
  'the tab is closed',
] as const;
type Disaster = (typeof DISASTERS)[number];

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** The first process of a browser, by the folder of its profile. */
function browserProcess(profile: string): number {
  const found = readdirSync('/proc').find((pid) => {
    try {
      const words = readFileSync(`/proc/${pid}/cmdline`, 'utf8').split('\0');
      return words.includes(`--user-data-dir=${profile}`) && !words.some((word) => word.startsWith('--type='));
    } catch {
      return false;
    }
  });
  return Number(found);
}

/** A browser whose profile outlives it. */
class KeptBrowser {
  readonly profile = mkdtempSync(join(tmpdir(), 'bathyclast-profile-'));
  private context: BrowserContext | undefined;

  async open(address: string, id: string): Promise<Page> {
    if (!this.context) {
      for (const name of readdirSync(this.profile)) if (name.startsWith('Singleton')) rmSync(join(this.profile, name));
      this.context = await chromium.launchPersistentContext(this.profile, {
        ...BROWSER,
        viewport: { width: 1280, height: 800 },
        reducedMotion: 'reduce',
      });
    }
    await this.context.setOffline(false);
    const page = this.context.pages()[0] ?? (await this.context.newPage());
    await page.goto(`${address}/scene/${id}`);
    await page.getByRole('button', { name: 'Scene', exact: true }).click();
    return page;
  }

  setOffline = (offline: boolean) => this.context!.setOffline(offline);

  async kill(): Promise<void> {
    const { context } = this;
    this.context = undefined;
    const gone = new Promise((resolve) => context!.once('close', resolve));
    process.kill(browserProcess(this.profile), 'SIGKILL');
    await gone;
  }

  async dispose(): Promise<void> {
    await this.context?.close();
    rmSync(this.profile, { recursive: true, force: true });
  }
}

/** How the rounds went. */
export interface Rounds {
  readonly done: Readonly<Record<string, number>>;
  /** Longest time from the new start to the server having the edit, milliseconds. */
  readonly slowest: number;
}

/**
 * Rounds of an edit in a real page that is followed by a disaster: after a new start the page shows the edit, the
 * server has it once, and its data file is sound. Throws where that is not so.
 */
export async function endure(rounds: number, seed: number): Promise<Rounds> {
  let state = seed >>> 0;
  const below = (n: number) => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) % n;
  const disk = smallDisk(48);
  const program = await OwnProgram.start(disk?.folder);
  const browser = new KeptBrowser();
  const done: Record<string, number> = {};
  let slowest = 0;
  try {
    const id = await program.makeScene('Endurance');
    let page = await browser.open(program.address, id);
    for (let round = 1; round <= rounds; round++) {
      const kinds = DISASTERS.filter((kind) => disk !== undefined || kind !== 'the disk is full');
      const disaster: Disaster = kinds[round <= kinds.length ? round - 1 : below(kinds.length)]!;
      const before = (await program.scene(id)).revision;
      const wanted = 1000 + round;
      if (disaster === 'the disk is full') disk!.fill();
      if (disaster === 'the network is gone') await browser.setOffline(true);
      await page.getByLabel('Seed').first().fill(String(wanted));
      await page.keyboard.press('Enter');
      // An edit is in the journal within 200 ms; the server may have it by then, or be about to.
      await pause((disaster === 'the browser is killed' || disaster === 'the tab is closed' ? 200 : 0) + below(700));
      if (disaster === 'the server is killed') await program.end();
      if (disaster === 'the browser is killed') await browser.kill();
      if (disaster === 'the tab is closed') await page.close();
      await pause(below(1500));
      if (disaster === 'the disk is full') disk!.free();
      if (disaster === 'the server is killed') await program.start();
      const again = Date.now();
      page = await browser.open(program.address, id);
      const where = `round ${round}, ${disaster}`;
      await expect(page.getByLabel('Seed').first(), where).toHaveValue(String(wanted));
      await expect
        .poll(async () => (await program.scene(id)).scene.seed, { message: where, timeout: 30_000 })
        .toBe(wanted);
      await expect(page.getByRole('status').filter({ hasText: /^saved/ }), where).toBeVisible();
      slowest = Math.max(slowest, Date.now() - again);
      expect((await program.scene(id)).revision, `${where}: saved once`).toBe(before + 1);
      await program.end(below(2) === 0 ? 'SIGTERM' : 'SIGKILL');
      const db = new Database(join(program.data, 'bathyclast.db'));
      expect(db.pragma('integrity_check', { simple: true }), where).toBe('ok');
      db.close();
      await program.start();
      done[disaster] = (done[disaster] ?? 0) + 1;
    }
    return { done, slowest };
  } finally {
    await browser.dispose();
    await program.end();
    disk?.unmount();
    await program.dispose();
  }
}
