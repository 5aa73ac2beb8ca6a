import { openStack } from './lib/stack.mjs';
import { scaleCosts } from '../bench/scale.mjs';
const large = await openStack('scale', { demo: false });
try { console.log(await scaleCosts(large)); } catch (e) { console.error(e); } finally { await large.close(); process.exit(0); }
