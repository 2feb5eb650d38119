import { configure } from '@testing-library/dom';

// On a busy machine what a test of components imports on its way takes its time, and nothing there is about speed.
configure({ asyncUtilTimeout: 30_000 });
jest.setTimeout(120_000);
