import { beforeEach, describe, expect, it, vi } from "vitest";

import { calling, titled } from "./title";

describe("the tab's title", () => {
  beforeEach(() => vi.stubGlobal("document", { title: "" }));

  it("calls over whatever page is shown meanwhile, and is that page's afterwards", () => {
    titled("The rack");
    calling("wipe the squeeze-out");
    titled("Skerry 10, handle");
    expect(document.title).toBe("Now: wipe the squeeze-out");
    calling(null);
    expect(document.title).toBe("Skerry 10, handle · Wise Spool");
  });
});
