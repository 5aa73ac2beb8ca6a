/** Without case and accents, so that `angulo` finds `ángulo`. */
const plain = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLocaleLowerCase();

/**
 * Shows only the topics that contain every word typed, and opens their groups. An empty search shows all again, the
 * groups as they were.
 */
export function startHelpSearch(page: ParentNode): void {
  const field = page.querySelector<HTMLInputElement>('#help-search');
  const none = page.querySelector<HTMLElement>('#help-none');
  const groups = [...page.querySelectorAll<HTMLDetailsElement>('[data-group]')];
  const wereOpen = groups.map(({ open }) => open);
  field?.addEventListener('input', () => {
    const words = plain(field.value).split(/\s+/).filter(Boolean);
    let found = 0;
    groups.forEach((group, i) => {
      const topics = [...group.querySelectorAll<HTMLElement>('[data-topic]')];
      for (const topic of topics) {
        const text = plain(topic.dataset.topic ?? '');
        topic.hidden = !words.every((word) => text.includes(word));
      }
      const shown = topics.filter(({ hidden }) => !hidden).length;
      group.hidden = shown === 0;
      group.open = words.length === 0 ? (wereOpen[i] ?? false) : shown > 0;
      found += shown;
    });
    if (none !== null) none.hidden = found > 0;
  });
}
