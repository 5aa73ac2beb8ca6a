import { openBrowser } from './lib/browser.mjs';
const browser = await openBrowser();
const page = await browser.newPage();
const cdp = await page.context().newCDPSession(page);
await cdp.send('Network.enable');
const sizes = new Map(); const types = new Map();
cdp.on('Network.responseReceived', (e) => { types.set(e.requestId, e.response.url); });
cdp.on('Network.loadingFinished', (e) => { sizes.set(e.requestId, e.encodedDataLength); });
await page.goto('http://127.0.0.1:4402' + (process.argv[2] ?? '/measure'), { waitUntil: 'networkidle' });
let sum = 0;
for (const [id, n] of sizes) { const url = types.get(id) ?? ''; if (/\.js($|\?)/.test(url)) { sum += n; console.log(n, url.split('/').pop()); } }
console.log('sum', sum);
await browser.close();
