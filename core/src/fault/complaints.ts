import * as z from 'zod/mini';

/** What a schema complains of is worded in English: given to each parse whose complaints are shown. */
export const inEnglish = { error: z.locales.en().localeError };
