import { describe, expect, it } from "vitest";

import { chosenCount, toggled, wantedOf, withEntry } from "./wanted";

describe("what is looked for", () => {
  it("is read from the address, and what it does not know left out", () => {
    const search = new URLSearchParams("family=aluminium&family=lead&words=brit&sort=odd&x=1");
    expect(wantedOf(search)).toEqual({ family: ["aluminium", "lead"], words: "brit" });
    expect(chosenCount(wantedOf(search))).toBe(2);
  });
  it("is toggled value by value, the rest of the address kept", () => {
    const search = new URLSearchParams("family=lead&words=brit");
    const more = toggled(search, "family", "aluminium");
    expect(more.getAll("family")).toEqual(["lead", "aluminium"]);
    expect(more.get("words")).toBe("brit");
    expect(toggled(more, "family", "lead").getAll("family")).toEqual(["aluminium"]);
    expect(search.getAll("family")).toEqual(["lead"]);
  });
  it("loses an entry that is emptied", () => {
    const search = withEntry(new URLSearchParams("sort=oldest"), "words", "seam");
    expect(wantedOf(search)).toEqual({ words: "seam", sort: "oldest" });
    expect(wantedOf(withEntry(search, "words", ""))).toEqual({ sort: "oldest" });
  });
});
