/* What stands in the browser's tab: the page, or what is to be done now while a clock rings. */

let page = "";
let called: string | null = null;

const show = () => {
  document.title = called ?? page;
};

/** The page that is shown. While something calls, it is shown afterwards. */
export const titled = (words: string): void => {
  page = `${words} · Wise Spool`;
  show();
};

/** What is to be done now, whatever page is shown meanwhile; nothing any more with null. */
export const calling = (words: string | null): void => {
  called = words && `Now: ${words}`;
  show();
};
