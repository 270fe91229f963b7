import config from './playwright.config';

// Not a test: scripts/pictures runs it to make the pictures of the README.
export default { ...config, testMatch: 'pictures.ts' };
