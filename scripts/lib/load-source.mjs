import { createServer } from 'vite';

/**
 * Runs work with modules of TypeScript as they stand, without a build.
 *
 * @param folder where addresses of modules begin
 * @param work given a loader of modules by such an address
 */
export async function withSource(folder, work) {
  const vite = await createServer({
    configFile: false,
    root: folder,
    appType: 'custom',
    logLevel: 'error',
    server: { middlewareMode: true, watch: null, ws: false },
    optimizeDeps: { noDiscovery: true },
  });
  try {
    return await work((address) => vite.ssrLoadModule(address));
  } finally {
    await vite.close();
  }
}
