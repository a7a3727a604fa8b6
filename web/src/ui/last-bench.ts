const place = 'jocund.last-bench';

/** The address of the bench last opened in this tab, so that the spine leads back to it. */
export const lastBench = (): string | null => sessionStorage.getItem(place);

export const rememberBench = (address: string): void => sessionStorage.setItem(place, address);
