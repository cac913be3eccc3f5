/** Stands in for the router of Next in tests of components: counts refreshes, keeps where it was sent. */
export const went: { refreshes: number; to: string[] } = { refreshes: 0, to: [] };
const router = {
  refresh: () => {
    went.refreshes += 1;
  },
  push: (href: string) => {
    went.to.push(href);
  },
  replace: (href: string) => {
    went.to.push(href);
  },
};
export const useRouter = () => router;
/** The page on which the component stands. */
export const here = { path: '/' };
export const usePathname = () => here.path;
export const useSearchParams = () => new URLSearchParams();
