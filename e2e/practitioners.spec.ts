import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, type Page } from '@playwright/test';
import { appUrl, test } from './support/app.ts';

type Language = 'en' | 'es';

const catalogue = (language: Language): Record<string, string> => {
  const folder = path.join(import.meta.dirname, '../web/src/messages', language);
  return Object.assign(
    {},
    ...readdirSync(folder).map((file) => JSON.parse(readFileSync(path.join(folder, file), 'utf8')) as object),
  ) as Record<string, string>;
};
const CATALOGUES = { en: catalogue('en'), es: catalogue('es') };

/** The words that stand on the screen for an English text: those of every message with this text. */
function wordsFor(language: Language, english: string): readonly string[] {
  const ids = Object.keys(CATALOGUES.en).filter((id) => CATALOGUES.en[id] === english);
  if (ids.length === 0) throw new Error(`no message says “${english}”`);
  return [...new Set(ids.map((id) => CATALOGUES[language][id] ?? english))];
}

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** What a practitioner does: finds things by the words on the screen alone. */
function practitioner(page: Page, language: Language) {
  const named = (english: string): RegExp =>
    new RegExp(`^(${wordsFor(language, english).map(escaped).join('|')})( · .*)?$`);
  const button = (english: string) =>
    page.getByRole('button', { name: named(english) }).or(page.getByRole('link', { name: named(english) }));
  return {
    named,
    press: async (english: string) => {
      await button(english).first().click();
    },
    /** Opens a part that is folded to its title; the title is a message with a figure in it. */
    open: async (template: string) => {
      const titles = wordsFor(language, template).map((text) => escaped(text).replace(/\\\{\w+\\\}/g, '.*'));
      await page.locator('summary', { hasText: new RegExp(`^(${titles.join('|')})$`) }).click();
    },
    /** Types into the field of that label; a unit is chosen first. */
    read: async (label: string, value: string, unit?: string) => {
      if (unit !== undefined) {
        const names = wordsFor(language, label).flatMap((word) =>
          wordsFor(language, '{label}: unit').map((template) => escaped(template.replace('{label}', word))),
        );
        await page
          .getByRole('combobox', { name: new RegExp(`^(${names.join('|')})$`) })
          .first()
          .selectOption(unit);
      }
      await page
        .getByRole('textbox', { name: named(label) })
        .last()
        .fill(value);
    },
    choose: async (label: string, option: string) => {
      await page
        .getByRole('combobox', { name: named(label) })
        .selectOption({ label: wordsFor(language, option)[0] ?? '' });
    },
    /** A figure on the sheet, with the decimal mark of the language. */
    seesFigure: async (english: string) => {
      const figure = language === 'es' ? english.replace('.', ',') : english;
      await expect(page.getByRole('region', { name: named('Results of this tree') })).toContainText(figure);
    },
  };
}

for (const language of ['en', 'es'] as const)
  test.describe(`practitioners by the words on the screen, ${language}`, () => {
    test.beforeEach(async ({ page, context }) => {
      await context.addCookies([{ name: 'language', value: language, url: appUrl() }]);
      await page.goto('/');
    });

    test('a teacher with a percent clinometer at 100 ft', async ({ page }) => {
      const { press, read, seesFigure } = practitioner(page, language);
      await press('Measure tree');
      await read('distance', '100', 'ft');
      await read('top', '+70');
      await read('base', '-5');
      // (70 + 5) % of 100 ft = 75 ft = 22.86 m
      await seesFigure('22.86');
    });

    test('a monitoring technician with a forked tree', async ({ page }) => {
      const { press, open, read, seesFigure } = practitioner(page, language);
      await press('Measure tree');
      await read('dbh', '34');
      await open('Stems: {count}');
      await press('Add another stem');
      await read('dbh', '21');
      // √(34² + 21²) = 39.96
      await seesFigure('40.0');
    });

    test('a record hunter with a laser', async ({ page }) => {
      const { press, choose, read, seesFigure } = practitioner(page, language);
      await press('Measure tree');
      await choose('Height method', 'Laser, vertical distances');
      await read('top above the eye', '18.4');
      await read('mark below the eye', '1.6');
      await read('height of the mark', '0');
      await seesFigure('20.00');
    });

    test('an inventory crew with the 1:20 scale', async ({ page }) => {
      const { press, read, seesFigure } = practitioner(page, language);
      await press('Measure tree');
      await read('distance', '20');
      await read('top', '+14.6', 'm:20');
      await read('base', '-1.2', 'm:20');
      await seesFigure('15.80');
    });

    test('a student with a protractor', async ({ page }) => {
      const { press, choose, read, seesFigure } = practitioner(page, language);
      await press('Measure tree');
      await choose('Height method', 'Protractor, straw and plumb line');
      await read('distance', '24');
      await read('plumb line at the top', '45');
      await read('plumb line at the base', '90');
      // 24 × (tan 45° − tan 0°)
      await seesFigure('24.00');
    });

    test('a class with a shadow', async ({ page }) => {
      const { press, choose, read, seesFigure } = practitioner(page, language);
      await press('Measure tree');
      await choose('Height method', 'Shadow of a staff');
      await read('staff', '1.8');
      await read('shadow of the staff', '2.16');
      await read('shadow of the tree', '26.4');
      // 26.4 × 1.8 ÷ 2.16
      await seesFigure('22.0');
    });

    test('a crew with an ultrasonic hypsometer', async ({ page }) => {
      const { press, choose, read, seesFigure } = practitioner(page, language);
      await press('Measure tree');
      await choose('Height method', 'Ultrasonic with a transponder');
      await read('distance to the transponder', '20');
      await read('angle to the transponder', '0');
      await read('top', '+70');
      await read('height of the transponder', '1.3');
      // 20 × 0.70 + 1.3
      await seesFigure('15.30');
    });

    test('a cruiser with an angle gauge makes a survey and tallies the first tree', async ({ page }) => {
      const { named, press } = practitioner(page, language);
      await press('New survey');
      await page.getByText(named('Variable-radius points')).click();
      await page.getByLabel(named('Place')).fill(`Alder Hollow ${language}`);
      await page.getByLabel(named('Crew')).fill('Crew Badger');
      await press('Create survey');
      await page.getByRole('button', { name: language === 'en' ? 'Add point' : 'Añadir punto' }).click();
      await page.waitForURL(/\/tally\/[0-9a-f-]{36}$/);
      await expect(page.locator('#call-line')).toBeFocused();
      await page.keyboard.type('sp 34,5');
      await page.keyboard.press('Enter');
      await expect(page.getByRole('row', { name: /34[.,]5/ })).toBeVisible();
    });

    test('a forester opens the report, the office takes the trees as CSV', async ({ page }) => {
      const { press } = practitioner(page, language);
      await page.getByRole('link', { name: /^Monte Valdeliro Visit of 2026/ }).click();
      await press('Report');
      await expect(page).toHaveURL(/\/report\//);
      await expect(page.getByRole('link', { name: 'PDF', exact: true })).toBeVisible();
      const download = page.waitForEvent('download');
      await page.getByRole('link', { name: language === 'en' ? 'Trees as CSV' : 'Árboles en CSV' }).click();
      expect((await download).suggestedFilename()).toContain('.csv');
    });
  });
