"""The shop in the browser: a brief to a blank, a quote frozen, a blank splinted, a seat replaced, three alike with spines of
their own, a person written down and deleted."""

from decimal import Decimal

from playwright.sync_api import expect

from tests.e2e.browser import AWAY, InTheBrowser


class Shop(InTheBrowser):
    shop = "demo"

    def ids(self):
        return {
            r["name"]: r["id"]
            for r in self.page.request.get(f"{self.server.url}/api/builds").json()
        }

    def state_of(self, rod_id):
        return self.page.request.get(f"{self.server.url}/api/builds/{rod_id}").json()

    def answer(self):
        return self.page.locator("[data-answer]").first

    def start_a_rod(self, name):
        made = self.page.request.post(f"{self.server.url}/api/builds", data={"name": name, "rule": "mm/1"}).json()  # fmt: skip
        return made["id"]

    def test_small_hands_and_a_sore_wrist_to_a_chosen_blank(self):
        rod = self.start_a_rod("For a sore wrist")
        self.visit(f"/build/{rod}/blank/choose")
        expect(self.answer()).to_contain_text("Ask the angler first")
        self.visit(f"/build/{rod}/blank/purpose")
        for label, option in (("Hand", "small"), ("Casts with", "one hand"), ("Sore", "wrist")):
            group = self.page.get_by_label(label, exact=True)
            group.get_by_role("radio", name=option, exact=True).click()
        self.fill("Forearm", "235")
        self.fill("Lightest lure", "90")
        self.fill("Heaviest lure", "7")
        self.kept()
        asks = self.page.get_by_role("region", name="What this asks for")
        expect(self.answer()).to_contain_text("Two answers pull apart")
        self.fill("Lightest lure", "7")
        self.fill("Heaviest lure", "21")
        self.page.get_by_role("combobox", name="Fished from").click()
        self.page.get_by_role("option", name="a boat").click()
        self.fill("May cost", "-3")
        expect(self.page.get_by_role("alert").first).to_be_visible()
        self.fill("May cost", "2500")
        self.kept()
        expect(asks).to_contain_text("a sore wrist tires")
        expect(asks).to_contain_text("a small hand closes on it")
        self.visit(f"/build/{rod}/blank/choose")
        first = self.answer()
        expect(first).not_to_contain_text("Laying")
        name = first.inner_text()
        self.page.get_by_role("button", name="Take", exact=False).first.click()
        expect(self.page.get_by_text("It is on the mat.")).to_be_visible()
        self.kept()
        state = self.state_of(rod)
        self.assertTrue(name.startswith(state["build"]["blank"]["name"]))
        line = self.page.get_by_role("region", name="The whole rod")
        line.get_by_role("button", name="Brief ").click()
        expect(self.page.get_by_text("as asked").first).to_be_visible()
        self.page.keyboard.press("Escape")
        self.page.get_by_role("button", name="Undo").first.click()
        expect(self.page.get_by_text("It is on the mat.")).to_have_count(0)

    def test_a_quote_is_frozen_and_terms_that_cannot_be_are_said(self):
        rod = self.ids()["Holm Casting"]
        self.visit(f"/build/{rod}/price")
        before = self.answer().inner_text()
        self.page.get_by_role("button", name="Freeze a quote").click()
        link = self.page.get_by_role("link", name="Quote", exact=False).first
        expect(link).to_be_visible()
        sent = self.page.request.get(f"{self.server.url}/api/builds/{rod}/papers").json()
        field = self.page.get_by_label("An hour of hands")
        self.expected_console = ("422",)
        field.fill("-5")
        field.press("Enter")
        expect(self.page.get_by_role("alert")).to_be_visible()
        expect(field).to_have_value("-5")
        field.fill("400")
        field.press("Enter")
        expect(self.answer()).not_to_have_text(before)
        again = self.page.request.get(f"{self.server.url}/api/builds/{rod}/papers").json()
        self.assertEqual(sent[-1]["paper"], again[-1]["paper"])
        pdf = self.page.request.get(f"{self.server.url}{link.get_attribute('href')}")
        self.assertTrue(pdf.body().startswith(b"%PDF"))

    def test_what_somebody_else_said_meanwhile_stays_and_the_same_field_is_asked(self):
        """The page is from before: nothing rings in it."""
        self.page.route("**/api/bell*", lambda route: route.abort())
        self.expected_console = ("409", "Failed to load resource")
        url, request = self.server.url, self.page.request
        terms = request.get(f"{url}/api/terms").json()
        self.addCleanup(lambda: request.put(f"{url}/api/terms", data=terms))
        self.visit(f"/build/{self.ids()['Skerry 10']}/price")
        margin, tax = (self.page.get_by_label(n, exact=False).first for n in ("Margin", "Tax"))
        expect(margin).to_have_value(terms["margin_percent"])
        request.put(f"{url}/api/terms", data={**terms, "margin_percent": "33"})
        tax.fill("7")
        tax.press("Enter")
        expect(margin).to_have_value("33")
        said = request.get(f"{url}/api/terms").json()
        self.assertEqual((said["margin_percent"], said["tax_percent"]), ("33", "7"))
        request.put(f"{url}/api/terms", data={**said, "margin_percent": "44"})
        margin.fill("20")
        with self.page.expect_response(lambda r: r.url.endswith("/price") and r.ok):
            margin.press("Enter")
        expect(self.page.get_by_text("it is “44” now")).to_be_visible()
        expect(margin).to_have_value("20")
        margin.press("Enter")
        expect(self.page.get_by_text("it is “44” now")).to_have_count(0)
        self.assertEqual(request.get(f"{url}/api/terms").json()["margin_percent"], "20")

    def test_two_who_take_from_one_heap_are_not_one(self):
        self.page.route("**/api/bell*", lambda route: route.abort())
        self.expected_console = ("409", "Failed to load resource")
        url, request = self.server.url, self.page.request
        self.visit("/shelf/thread")
        self.page.get_by_role("button", name="Edit as a list").click()
        thing = next(
            i for i in request.get(f"{url}/api/shelf?kind=thread").json() if i["stock"] > 1
        )
        self.addCleanup(lambda: request.put(f"{url}/api/shelf/{thing['id']}", data={k: thing[k] for k in ("shelved", "stock", "card")}))  # fmt: skip
        name = thing["shelved"]["item"]["name"]
        heap = self.page.get_by_label(f"How many of {name}", exact=True).first
        less = str(thing["stock"] - 1)
        request.put(f"{url}/api/shelf/{thing['id']}", data={"shelved": thing["shelved"], "stock": thing["stock"] - 1})  # fmt: skip
        heap.fill(less)
        heap.press("Enter")
        expect(self.page.get_by_text("Somebody else changed how many there are meanwhile")).to_be_visible()  # fmt: skip
        expect(heap).to_have_value(less)

    def test_goods_in_another_money_wait_for_its_rate_and_a_rate_of_nothing_is_refused(self):
        rod = self.ids()["Skerry 10"]
        at = f"{self.server.url}/api/builds/{rod}/price"
        taken = {line["words"] for line in self.page.request.get(at).json()["priced"]["lines"] if line["kind"] == "goods"}  # fmt: skip
        shelf = self.page.request.get(f"{self.server.url}/api/shelf").json()
        item = next(i for i in shelf if i["shelved"]["item"]["name"] in taken and i["card"]["price"])  # fmt: skip
        card = {**item["card"], "price": "10.00", "currency": "crown"}
        kept = self.page.request.put(f"{self.server.url}/api/shelf/{item['id']}", data={"shelved": item["shelved"], "stock": item["stock"], "card": card})  # fmt: skip
        self.assertEqual(kept.status, 200, kept.text())
        name = item["shelved"]["item"]["name"]
        self.visit(f"/build/{rod}/price")
        expect(self.page.get_by_text("priced in crown, and the terms do not say")).to_be_visible()
        rates = self.page.get_by_label("Other money, one in ours")
        self.expected_console = ("422",)
        rates.fill("crown 0")
        rates.press("Enter")
        expect(self.page.get_by_role("alert")).to_be_visible()
        expect(rates).to_have_value("crown 0")
        rates.fill("crown 1,5; crown 2")
        rates.press("Enter")
        expect(self.page.get_by_text("crown is said twice.")).to_be_visible()
        rates.fill("crown 1,5")
        rates.press("Enter")
        expect(self.page.get_by_text("priced in crown, and the terms do not say")).to_have_count(0)
        self.assertEqual(self.page.request.get(f"{self.server.url}/api/terms").json()["rates"], {"crown": "1.5"})  # fmt: skip
        self.assertNotIn(name, self.page.request.get(at).json()["priced"]["unpriced"])

    def test_a_deposit_is_booked_and_comes_off_the_price_and_words_are_no_amount(self):
        rod = self.ids()["Beacon, rod 1 of 2"]
        self.visit(f"/build/{rod}/price")
        paid = self.page.get_by_role("region", name="Paid")
        paid.get_by_label("How much").fill("lots")
        paid.get_by_role("button", name="It came in").click()
        expect(paid.get_by_role("alert")).to_contain_text("“lots” is no amount")
        paid.get_by_label("How much").fill("400,50")
        paid.get_by_label("For what").fill("deposit")
        self.page.reload()
        expect(paid.get_by_label("How much")).to_have_value("400,50")
        paid.get_by_role("button", name="It came in").click()
        expect(paid).to_contain_text("left to pay")
        price = self.page.request.get(f"{self.server.url}/api/builds/{rod}/price").json()
        asked, left = price["priced"]["total"], price["left"]
        self.assertEqual(Decimal(asked) - Decimal(left), Decimal("400.50"))

    def test_what_is_typed_of_a_person_outlives_the_page_and_the_server(self):
        self.expected_console = (*AWAY, "Failed to load resource")
        self.visit("/people")
        self.page.get_by_label("Likes").fill("a soft tip")
        self.page.context.set_offline(True)
        self.page.get_by_label("Likes").press("Enter")
        expect(self.page.get_by_role("alert")).to_contain_text("stays in this browser")
        self.page.context.set_offline(False)
        self.page.reload()
        expect(self.page.get_by_label("Likes")).to_have_value("a soft tip")
        self.page.get_by_role("button", name="Keep it").click()
        expect(self.page.get_by_text("Typed here and not kept yet")).to_have_count(0)
        people = self.page.request.get(f"{self.server.url}/api/people").json()
        self.assertIn("a soft tip", [p["person"]["likes"] for p in people])

    def test_a_blank_is_splinted_and_one_too_long_is_said_at_once(self):
        rod = self.ids()["Skerry 10"]
        self.visit(f"/build/{rod}/blank/mend")
        expect(self.answer()).to_have_text("Nothing to mend")
        self.page.get_by_role("button", name="a broken blank splinted").click()
        expect(self.answer()).to_have_text("Where did it break?")
        self.fill("Broke at, from the butt end", "2100 mm")
        self.kept()
        expect(self.answer()).to_contain_text("as a spare")
        steps = self.page.get_by_role("list", name="Steps")
        expect(steps).to_contain_text("to the mark on the pusher")
        self.fill("Sleeve, length", "1500 mm")
        expect(self.answer()).to_have_text("It cannot be splinted so")
        expect(self.page.get_by_text("longer than the section leaves for it").first).to_be_visible()
        self.fill("Sleeve, length", "140 mm")
        expect(self.answer()).not_to_have_text("It cannot be splinted so")
        self.kept()
        cards = {c["id"]: c for c in self.state_of(rod)["plan"]["cards"]}
        dry = next(c for i, c in cards.items() if i.endswith(":dry"))
        self.assertIn("pusher", dry["figure_says"])
        self.page.get_by_role("button", name="Take “a broken blank splinted” off").click()
        expect(self.answer()).to_have_text("Nothing to mend")
        self.kept()

    def test_a_seat_is_replaced_by_cards(self):
        rod = self.ids()["Repair: the ferryman's rod"]
        self.visit(f"/build/{rod}/blank/mend")
        expect(self.answer()).to_contain_text("deep, no deeper")
        self.visit(f"/build/{rod}/bench")
        card = self.page.get_by_role("region", name="The card")
        cards = [c for c in self.state_of(rod)["plan"]["cards"] if c["id"].startswith("mend:")]
        of_seat, of_guide = ["cap", "nut", "cut", "peel", "clean", "boil"], ["cut", "clean", "foot", "wrap", "coat"]  # fmt: skip
        self.assertEqual([c["id"].rpartition(":")[2] for c in cards], of_seat + of_guide)
        # One waits for the other, and nobody is there to say so: what was done here frees what follows.
        self.expected_console = (*AWAY, "Failed to load resource", "ERR_FAILED")
        expect(card).to_be_visible()
        self.page.route("**/api/**", lambda route: route.abort())
        for n, one in enumerate(cards):
            expect(card.get_by_role("heading", level=2)).to_have_text(one["title"])
            expect(card).not_to_contain_text("First: ")
            if one["id"].endswith("m1:cut"):
                expect(card).to_contain_text("deep, and no deeper")
            self.assertEqual(one["done"], False)
            following = cards[n + 1]["title"] if n + 1 < len(cards) else None
            for _ in range(6):  # through the card's lines, and on
                self.page.keyboard.press("Space")
                if card.get_by_role("heading", level=2).inner_text() != one["title"]:
                    break
            if following:
                expect(card.get_by_role("heading", level=2)).to_have_text(following)
        expect(card.get_by_role("heading", level=2)).not_to_have_text(cards[-1]["title"])
        self.page.unroute("**/api/**")
        self.page.wait_for_function("() => !document.body.innerText.includes('not saved')")
        for _ in range(100):
            done = set(self.state_of(rod)["build"]["handle"]["steps_done"])
            if {c["id"] for c in cards} <= done:
                break
            self.page.wait_for_timeout(100)
        self.assertLessEqual({c["id"] for c in cards}, done)
        self.visit(f"/build/{rod}/logbook")
        expect(self.page.get_by_text("Pry it open, warm and peel").first).to_be_visible()

    def test_three_alike_have_their_own_spines(self):
        rod = self.ids()["Skerry 10"]
        self.visit("/")
        made = self.page.request.post(f"{self.server.url}/api/builds/{rod}/batch", data={"rods": 3})
        self.assertEqual(made.status, 201)
        alike = [i for n, i in self.ids().items() if n.startswith("Skerry 10, rod")]
        self.assertEqual(len(alike), 2)
        for other in alike:
            build = self.state_of(other)["build"]
            self.assertEqual(build["spine"]["trials"], [])
            self.assertEqual(build["blank"]["readings"], [])
        self.assertTrue(self.state_of(rod)["build"]["spine"]["trials"])

    def test_somebody_is_written_down_and_deleted(self):
        self.visit("/people")
        self.page.get_by_label("Somebody new").fill("Eira Testvik")
        self.page.get_by_role("button", name="Write them down").click()
        expect(self.page.get_by_role("heading", name="Eira Testvik")).to_be_visible()
        self.page.get_by_label("Something they said").fill("Not too long, please.")
        self.page.get_by_role("button", name="Note it").click()
        expect(self.page.get_by_text("Not too long, please.")).to_be_visible()
        self.page.get_by_role("button", name="Delete this person").click()
        expect(self.page.get_by_role("alert")).to_contain_text("cannot be undone")
        self.page.get_by_role("button", name="Delete even so").click()
        expect(self.page.get_by_role("link", name="Eira Testvik")).to_have_count(0)

    def test_what_fits_a_rod_is_lit_on_the_boards(self):
        self.visit("/shelf/part")
        boards = self.page.get_by_role("list", name="On the boards")
        expect(boards).not_to_contain_text("does not fit")
        self.page.get_by_role("combobox", name="Light what fits").click()
        self.page.get_by_role("option", name="Skerry 10", exact=True).click()
        expect(boards).to_contain_text("does not fit: ")
        expect(boards.get_by_role("listitem").first).not_to_contain_text("does not fit")
        self.page.get_by_role("combobox", name="at", exact=True).click()
        self.page.get_by_role("option", name="reel seat").first.click()
        expect(boards).to_contain_text("no place for its kind")
        expect(boards.get_by_role("listitem").first).to_contain_text("seat")
        self.visit("/shelf/drill")
        expect(self.page.get_by_role("region", name="The drawer 1/4 in to 3/8 in")).to_contain_text("7 mm")  # fmt: skip

    def test_the_shelf_is_searched_and_a_card_is_kept(self):
        self.visit("/shelf/adhesive")
        self.page.get_by_label("Find on this board").fill("slow paste")
        boards = self.page.get_by_role("list", name="On the boards")
        expect(boards.get_by_role("listitem")).to_have_count(1)
        boards.get_by_role("button").first.click()
        card = self.page.get_by_role("dialog")
        expect(card).to_contain_text("Spoken for")
        self.expected_console = ("422",)
        card.get_by_label("Costs, apiece").fill("-4")
        card.get_by_role("button", name="Keep").click()
        expect(card.get_by_role("alert")).to_contain_text("price")
        card.get_by_label("Costs, apiece").fill("151.50")
        card.get_by_role("button", name="Keep").click()
        expect(card).to_have_count(0)
        items = self.page.request.get(f"{self.server.url}/api/shelf?kind=adhesive").json()
        prices = {i["shelved"]["item"]["name"]: i["card"]["price"] for i in items}
        self.assertEqual(prices["Boathouse slow paste"], "151.50")
        self.visit("/shelf/buy")
        expect(self.answer()).to_contain_text("to buy")
