import { movedTo } from '../../server/old-address.ts';

export const GET = movedTo('/prepare', '/surveys');
