/** Forms of set-up run along the page, not down it. */
export const line = 'flex flex-wrap items-start gap-x-3 gap-y-2 mt-2 [&_.foot]:mt-[1.42rem]';
