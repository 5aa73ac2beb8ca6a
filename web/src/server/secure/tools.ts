// What the server that stands before the application takes from it.
export { ownNames } from './addresses.ts';
export { givenCertificate, ownCertificate } from './certificate.ts';
