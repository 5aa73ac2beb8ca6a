/** What browsers that can install a page hand over when they could. */
interface InstallPrompt extends Event {
  readonly prompt: () => Promise<unknown>;
}

/** Shows the button that installs the application, where the browser can. */
export function offerInstall(page: Document): void {
  const button = page.querySelector<HTMLButtonElement>('#install');
  if (button === null) return;
  window.addEventListener('beforeinstallprompt', (event) => {
    event.preventDefault();
    button.hidden = false;
    button.onclick = () => {
      button.hidden = true;
      void (event as InstallPrompt).prompt();
    };
  });
}
