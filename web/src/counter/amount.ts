/** An amount of money as it is read: thousands parted, hundredths only where there are any. Amounts come as text and are
 * never counted with here. */
export const amount = (text: string): string => {
  const [whole = "0", cents = "00"] = text.replace("-", "").split(".");
  const parted = whole.replace(/\B(?=(\d{3})+$)/g, "\u202f");
  const sign = text.startsWith("-") ? "−" : "";
  return `${sign}${parted}${/^0*$/.test(cents) ? "" : `.${cents.slice(0, 2).padEnd(2, "0")}`}`;
};
