"""The stash over HTTP: kept, changed, photographed, cut of, written and read as a table."""

from io import BytesIO
from typing import Any

from fastapi.testclient import TestClient
from PIL import Image

CANVAS = {
    "unit": "cm",
    "kind": "cloth",
    "name": "Sailcloth",
    "material": "canvas",
    "width": "100",
    "length": "90",
}
SPEC = {"unit": "cm", "size": {"width": 340, "height": 280, "depth": 120}}


def _picture() -> bytes:
    """Return a PNG that says where it was taken."""
    out, notes = BytesIO(), Image.Exif()
    notes[0x8825] = {1: "N", 2: (52.0, 30.0, 0.0)}
    Image.new("RGB", (90, 60), "teal").save(out, "PNG", exif=notes)
    return out.getvalue()


def put(client: TestClient, **told: Any) -> Any:
    """Put something into the stash."""
    got = client.post("/api/stash", json={"unit": "cm", **CANVAS, **told})
    assert got.status_code == 201, got.text
    return got.json()


def test_a_thing_is_kept_changed_used_up_and_taken_back(client: TestClient) -> None:
    """Each answer is the thing as it is now; nothing that is used up is lost."""
    thing = put(client)
    assert (thing["size"], thing["label"], thing["sources"][0]["width"]) == ("100 × 90 cm", "Canvas", 1000)
    at = f"/api/stash/things/{thing['id']}"
    changed = client.put(at, json={"unit": "in", "length": "20", "where": "Shelf 3"}).json()
    assert (changed["thing"]["length"], changed["where"]) == (508, "Shelf 3")
    assert client.post(f"{at}/used-up").json()["used_up"]
    assert client.get("/api/stash").json()["things"] == []
    gone = client.get("/api/stash?used_up=true").json()["things"]
    assert [t["id"] for t in gone] == [thing["id"]]
    assert not client.post(f"{at}/take-back").json()["used_up"]
    assert client.get("/api/stash?unit=mm").json()["things"][0]["size"] == "1,000 × 508 mm".replace(",", "")
    wrong = client.put(at, json={"unit": "cm", "width": "wide"})
    assert (wrong.status_code, wrong.json()["problems"][0]["field"]) == (422, "width")
    assert client.put("/api/stash/things/nobody", json={"unit": "cm"}).status_code == 404


def test_a_photograph_is_a_picture(client: TestClient) -> None:
    """It comes back without where it was taken; what is none is refused; an empty body takes it away."""
    at = f"/api/stash/things/{put(client)['id']}/photo"
    assert client.get(at).status_code == 204
    assert client.put(at, content=_picture()).json()["photo"]
    got = client.get(at)
    with Image.open(BytesIO(got.content)) as kept:
        assert (kept.size, dict(kept.getexif())) == ((90, 60), {})
    assert got.headers["content-type"] == "image/jpeg"
    refused = client.put(at, content=b"<script>")
    assert "JPEG" in refused.json()["problems"][0]["fix"]
    assert not client.put(at, content=b"").json()["photo"]


def test_what_is_cut_of_leaves_the_stash_and_leftovers_come_back(client: TestClient) -> None:
    """Of two cloths alike one is used; the leftover is a thing of the size that was shown."""
    thing = put(client, count=2)
    source = thing["sources"][0]
    body = {"spec": SPEC, "edits": [{"kind": "source added", "cloth": "outer", "source": source}]}
    laid = client.post("/api/cloth", json=body).json()
    sheet = laid["cloths"][0]["sheets"][0]
    assert sheet["lying"]
    assert sheet["left"]
    cut = {
        "spec": SPEC,
        "choices": laid["choices"],
        "cloth": "outer",
        "keep": [[source["id"], 0]],
        "where": "Basket",
    }
    left = client.post("/api/stash/cut", json=cut).json()
    assert [(t["size"], t["where"]) for t in left] == [(sheet["left"][0]["size"], "Basket")]
    now = {t["id"]: t for t in client.get("/api/stash").json()["things"]}
    assert now[thing["id"]]["thing"]["count"] == 1
    assert client.post("/api/stash/cut", json=cut).status_code == 200
    assert thing["id"] not in {t["id"] for t in client.get("/api/stash").json()["things"]}
    wrong = client.post("/api/stash/cut", json={**cut, "keep": [[source["id"], 77]]})
    assert wrong.status_code == 422


def test_a_table_goes_out_and_comes_in(client: TestClient) -> None:
    """Wrong rows keep the right ones out until they are to be kept."""
    put(client)
    put(client, kind="cord", material="", width="", length="400", name="Sash cord")
    table = client.get("/api/stash/stash.csv").text
    assert table.startswith("kind,name,material")
    more = client.post("/api/stash/from-csv", json={"text": table}).json()
    assert more == {"taken": 2, "problems": []}
    bad = {"text": table + "sail,Old,,,,1 m,1 m,,1,yes,plain,,\n"}
    told = client.post("/api/stash/from-csv", json=bad).json()
    assert (told["taken"], told["problems"][0]["field"]) == (0, "row 4, kind")
    assert client.post("/api/stash/from-csv", json={**bad, "keep_right": True}).json()["taken"] == 2


def test_what_a_cloth_gives_and_what_is_not_bought(client: TestClient) -> None:
    """A plan of the shelf that can be cut of it is named; its cord is taken off what is bought."""
    thing = put(client, width="150", length="200")
    cord = put(client, kind="cord", material="", width="", length="2000", name="Sash cord", where="Drawer")
    plan = client.post("/api/plans", json={"preset": "sack"}).json()["plan"]
    found = client.get(f"/api/stash/things/{thing['id']}/gives").json()
    assert {(one["plan"], one["cloth"]) for one in found} >= {(plan["id"], "outer")}
    rows = client.get(f"/api/plans/{plan['id']}/buying").json()["rows"]
    row = next(r for r in rows if r["kind"] == "Cord")
    assert (row["price"], row["stash"]) == ("", "all of it is in the stash: Sash cord (Drawer)")
    assert client.get(f"/api/stash/things/{cord['id']}/gives").json() == []
    family = client.post("/api/family", json={"spec": SPEC, "sizes": ["30", "40"]}).json()
    assert [row["label"] for row in family["sizes"]] == ["30 cm", "40 cm"]
