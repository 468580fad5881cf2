"""What walls, floors and ceilings are covered with, and pictures that come with a job."""

from io import BytesIO
from pathlib import Path

import numpy as np
import pytest
from PIL import Image

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.catalog.carried import carried
from tallplank.core.edit.check import EditError
from tallplank.core.edit.survey.standing import add_soffit
from tallplank.core.edit.survey.surface import add_picture, cover, size_picture
from tallplank.core.exchange import picture_file
from tallplank.core.exchange.picture_file import PictureError, read_picture
from tallplank.core.job.file import dumps, loads
from tallplank.core.job.job import Job
from tallplank.core.solid.scene import SolidMaker
from tallplank.core.solid.shell import SHELL_GAP

TILES = ((0, 255, 0), (200, 100))


def a_picture(folder: Path, size: tuple[int, int] = (200, 100), name: str = "tiles.png") -> Path:
    path = folder / name
    Image.new("RGB", size, (30, 140, 60)).save(path)
    return path


def papered(folder: Path) -> Job:
    data, pixels = read_picture(a_picture(folder))
    made_ids = add_picture(a_room(), "Tiles", data, pixels, 600.0)
    return cover(made_ids.job, CATALOG, ROOM, WALL, made_ids.ids[0])


def test_a_picture_goes_with_the_job(tmp_path: Path) -> None:
    """By hand: 200 × 100 pixels at 600 wide are 300 high; the file holds the picture, wherever it is opened."""
    job = papered(tmp_path)
    (tmp_path / "tiles.png").unlink()
    again = loads(dumps(job))
    assert again == job
    picture = again.pictures[0]
    assert (picture.width, picture.height) == (600.0, 300.0)
    with Image.open(BytesIO(picture.file)) as image:
        assert image.size == (200, 100)
    assert size_picture(job, picture.id, 1200.0).pictures[0].height == 600.0


def test_a_covered_wall_is_shown_by_its_picture(tmp_path: Path) -> None:
    """In the batch of the picture, with coordinates in millimetres along the wall and up, so that it repeats at its real size."""
    solids = SolidMaker().solids(made(papered(tmp_path)), ROOM)
    batch = next(b for b in solids.shell if b.look == "picture1")
    assert set(solids.pictures) == {"picture1"}
    along = batch.faces.uv[:, :, 0]
    assert (along.min(), along.max()) == pytest.approx((-SHELL_GAP, 4200.0 + SHELL_GAP)), "to where it meets its neighbours"
    assert np.allclose(np.ptp(along, axis=1), np.ptp(batch.faces.corners[:, :, 0], axis=1), atol=0.01)


def test_a_large_picture_is_made_smaller(tmp_path: Path) -> None:
    data, pixels = read_picture(a_picture(tmp_path, (3000, 1500)))
    assert pixels == (3000, 1500)
    with Image.open(BytesIO(data)) as image:
        assert image.size == (1024, 512)


def test_what_is_no_picture_is_refused_in_words(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    (tmp_path / "words.png").write_text("no picture at all")
    with pytest.raises(PictureError, match=r"words\.png is no picture"):
        read_picture(tmp_path / "words.png")
    whole = a_picture(tmp_path, (400, 400), "cut.bmp").read_bytes()
    (tmp_path / "cut.bmp").write_bytes(whole[: len(whole) // 2])
    with pytest.raises(PictureError, match="damaged"):
        read_picture(tmp_path / "cut.bmp")
    with pytest.raises(PictureError, match=r"absent\.png"):
        read_picture(tmp_path / "absent.png")
    monkeypatch.setattr(picture_file, "MOST_PIXELS", 1000)
    with pytest.raises(PictureError, match="200 by 100 pixels"):
        read_picture(a_picture(tmp_path))


def test_looks_cover_floors_and_soffits_and_are_carried_along() -> None:
    job = add_soffit(a_room(), ROOM, ((0, 0), (1000, 0), (1000, 400), (0, 400))).job
    for what, look in (("floor", "oak"), ("ceiling", "chalk"), ("soffit1", "walnut"), (WALL, "heron")):
        job = cover(job, CATALOG, ROOM, what, look)
    assert {"oak", "chalk", "walnut", "heron"} <= set(carried(CATALOG, job)["look"])
    assert {b.look.partition("@")[0] for b in SolidMaker().solids(made(job), ROOM).shell} >= {"oak", "chalk", "walnut", "heron"}
    with pytest.raises(EditError, match="surface 'moonlight'"):
        cover(job, CATALOG, ROOM, "floor", "moonlight")
    assert cover(job, CATALOG, ROOM, "floor", None).rooms[0].floor is None
