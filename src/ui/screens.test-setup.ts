import { configure } from '@testing-library/react';

// How long to look for what a screen is about to show before giving up: long enough for a loaded machine, and shorter
// than a test may take, so that it says what it waited for.
configure({ asyncUtilTimeout: 60_000 });
