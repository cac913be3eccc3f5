/** Forms of set-up run along the page, not down it. */
export const line = 'flex flex-wrap items-end gap-3 mt-2';
