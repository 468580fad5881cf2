"""New, open, save, leaving and recovery in the real window: each asks or tells, and nothing is lost."""

import os
import shutil
import subprocess
from collections.abc import Callable
from pathlib import Path

import pytest
from PyQt6.QtCore import Qt, QTimer
from PyQt6.QtTest import QTest
from PyQt6.QtWidgets import QApplication, QFileDialog, QLabel, QMessageBox
from pytestqt.qtbot import QtBot

from hands import type_into
from makers import CATALOG, a_wall_of
from tallplank.app.form.ask import ask
from tallplank.app.frame.window import MainWindow
from tallplank.app.look.label import set_tip
from tallplank.core.edit.unit import set_width
from tallplank.core.job.file import load, save
from tallplank.session.autosave import Autosave, Unsaved

Open = Callable[..., MainWindow]


@pytest.fixture
def answers(monkeypatch: pytest.MonkeyPatch) -> list[object]:
    """What the user answers to questions, in turn; a question too many fails."""
    given: list[object] = []
    monkeypatch.setattr("tallplank.app.frame.jobfile.ask", lambda _, text, choices: given.pop(0))
    return given


def named(monkeypatch: pytest.MonkeyPatch, name: Path | str) -> None:
    monkeypatch.setattr(QFileDialog, "getSaveFileName", lambda *_: (str(name), ""))


def widened(window: MainWindow, width: float = 650) -> None:
    window.store.apply(lambda j: set_width(j, CATALOG, ["u1"], width), f"width → {width:g}")


def left_behind(folder: Path, path: Path | None = None, name: str = "Galley") -> None:
    """What a session that was killed leaves in the folder for recovery."""
    autosave = Autosave(folder / "elsewhere")
    job = a_wall_of("base", "tall").but(name=name)
    autosave.note(Unsaved(set_width(job, CATALOG, ["u1"], 650), path, done="width 600 → 650"))
    autosave.flush()
    (file,) = (folder / "elsewhere").glob("*.recovery")
    (folder / "recovery").mkdir(exist_ok=True)
    shutil.copy(file, folder / "recovery" / file.name)
    autosave.forget()
    autosave.end()


def recovery(folder: Path) -> list[Path]:
    return list((folder / "recovery").glob("*.recovery"))


def key_of(window: MainWindow) -> str:
    (key,) = [k for k in window.notices.texts if k.endswith(".recovery")]
    return key


def test_what_was_left_is_offered_with_name_time_and_last_deed(open_window: Open, tmp_path: Path) -> None:
    left_behind(tmp_path, Path("/canal/galley.plank"))
    window = open_window()
    text = window.notices.texts[key_of(window)]
    assert "'Galley' (galley.plank) was not saved when Tall Plank last ended" in text
    assert "after 'width 600 → 650'" in text
    assert not window.notices.isHidden()


def test_a_recovered_job_that_is_closed_without_an_edit_is_asked_about(open_window: Open, tmp_path: Path, answers: list[object]) -> None:
    left_behind(tmp_path)
    window = open_window()
    window.notices.button(key_of(window), "Recover it").click()
    assert window.store.job.name == "Galley"
    assert window.store.state.is_dirty
    assert window.notices.isHidden()
    assert len(recovery(tmp_path)) == 1
    answers += ["Cancel"]
    assert not window.close()
    assert answers == []
    assert len(recovery(tmp_path)) == 1


def test_recovering_asks_for_the_job_that_is_open(open_window: Open, tmp_path: Path, answers: list[object]) -> None:
    left_behind(tmp_path)
    window = open_window()
    widened(window)
    answers += ["Cancel"]
    window.notices.button(key_of(window), "Recover it").click()
    assert window.store.job.name == "Test"
    assert key_of(window)


def test_what_is_thrown_away_can_be_had_back_until_its_notice_is_closed(open_window: Open, tmp_path: Path) -> None:
    left_behind(tmp_path)
    window = open_window()
    window.notices.button(key_of(window), "Throw it away").click()
    assert len(recovery(tmp_path)) == 1
    window.notices.button(key_of(window), "Have it back").click()
    assert "was not saved" in window.notices.texts[key_of(window)]
    window.notices.button(key_of(window), "Throw it away").click()
    window.notices.button(key_of(window), "Close").click()
    assert recovery(tmp_path) == []


def test_what_is_neither_recovered_nor_thrown_away_is_offered_again(open_window: Open, tmp_path: Path) -> None:
    left_behind(tmp_path)
    first = open_window()
    first.notices.button(key_of(first), "Later").click()
    first.close()
    second = open_window()
    assert key_of(second)


def test_several_are_all_offered(open_window: Open, tmp_path: Path) -> None:
    for name in ("Galley", "Boot room", "Map room"):
        left_behind(tmp_path, name=name)
    window = open_window()
    assert len(window.notices.texts) == 3


def test_edits_are_kept_aside_by_themselves(open_window: Open, tmp_path: Path, qtbot: QtBot) -> None:
    window = open_window()
    for width in range(610, 640, 3):
        widened(window, width)
        qtbot.wait(120)
    qtbot.waitUntil(lambda: len(recovery(tmp_path)) == 1, timeout=60_000)
    window.store.undo()
    while window.store.state.history.undo_label is not None:
        window.store.undo()
    qtbot.waitUntil(lambda: recovery(tmp_path) == [], timeout=60_000)


def test_a_name_with_a_dot_is_kept_as_it_was_typed(open_window: Open, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    window = open_window()
    widened(window)
    named(monkeypatch, tmp_path / "kitchen 2.1")
    assert window.files.save()
    assert [p.name for p in tmp_path.glob("*.plank")] == ["kitchen 2.1.plank"]


def test_a_name_that_nobody_could_read_is_refused(open_window: Open, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    window = open_window()
    widened(window)
    named(monkeypatch, tmp_path / "kit\x07chen")
    assert not window.files.save()
    assert "must be one line of readable characters" in window.notices.texts["save"]
    assert window.store.state.is_dirty


def test_a_file_that_the_added_ending_would_hit_is_asked_about(
    open_window: Open, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, answers: list[object]
) -> None:
    window, there = open_window(), tmp_path / "kitchen.plank"
    save(a_wall_of("tall"), there)
    named(monkeypatch, tmp_path / "kitchen")
    answers += ["Cancel"]
    assert not window.files.save()
    assert load(there) == a_wall_of("tall")
    answers += ["Write over it"]
    assert window.files.save()
    assert load(there) == window.store.job


def test_a_file_that_another_program_changed_is_not_overwritten_unasked(
    open_window: Open, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, answers: list[object]
) -> None:
    window, path = open_window(), tmp_path / "kitchen.plank"
    named(monkeypatch, path)
    window.files.save()
    widened(window)
    assert window.files.save()
    other = a_wall_of("tall")
    save(other, path)
    widened(window, 700)
    answers += ["Cancel"]
    assert not window.files.save()
    assert load(path) == other
    assert window.store.state.is_dirty
    named(monkeypatch, tmp_path / "mine")
    answers += ["Save under another name…"]
    assert window.files.save()
    assert (load(path), load(tmp_path / "mine.plank")) == (other, window.store.job)
    window.store.open(path)
    save(a_wall_of("base"), path)
    widened(window, 500)
    answers += ["Write over it"]
    assert window.files.save()
    assert load(path) == window.store.job
    assert answers == []


def test_a_recovered_job_knows_which_file_it_came_from(open_window: Open, tmp_path: Path, answers: list[object]) -> None:
    path = tmp_path / "kitchen.plank"
    save(a_wall_of("base"), path)
    left_behind(tmp_path, path)
    window = open_window()
    window.notices.button(key_of(window), "Recover it").click()
    answers += ["Cancel"]
    assert not window.files.save()
    assert load(path) == a_wall_of("base")


@pytest.mark.parametrize("how", ["folder gone", "protected", "full"])
def test_what_cannot_be_saved_is_told_and_stays(
    open_window: Open, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, answers: list[object], how: str
) -> None:
    window, folder = open_window(), tmp_path / "jobs"
    folder.mkdir()
    path = folder / "kitchen.plank"
    named(monkeypatch, path)
    assert window.files.save()
    widened(window)
    if how == "folder gone":
        shutil.rmtree(folder)
    elif how == "protected":
        path.chmod(0o444)
    else:
        monkeypatch.setattr("os.fsync", _full)
    answers += ["Save"]
    assert not window.close()
    words = {"folder gone": "its folder or the file is not there", "protected": "the file is protected", "full": "the disk is full"}
    assert words[how] in window.notices.texts["save"]
    assert window.store.state.is_dirty
    assert window.store.job.unit("u1").width == 650
    monkeypatch.undo()
    named(monkeypatch, tmp_path / "elsewhere")
    window.notices.button("save", "Save under another name…").click()
    assert load(tmp_path / "elsewhere.plank") == window.store.job
    assert "save" not in window.notices.texts


def test_a_full_disk_for_what_is_kept_aside_is_told(open_window: Open, qtbot: QtBot, monkeypatch: pytest.MonkeyPatch) -> None:
    window = open_window()
    with monkeypatch.context() as patch:
        patch.setattr("os.fsync", _full)
        widened(window)
        qtbot.waitUntil(lambda: "autosave" in window.notices.texts, timeout=60_000)
    assert "the disk is full" in window.notices.texts["autosave"]
    widened(window, 700)
    qtbot.waitUntil(lambda: "autosave" not in window.notices.texts, timeout=60_000)


@pytest.mark.skipif(os.geteuid() != 0, reason="only root may mount a small disk")
def test_on_a_disk_that_is_really_full_nothing_is_lost(open_window: Open, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    disk = tmp_path / "disk"
    disk.mkdir()
    if subprocess.run(["mount", "-t", "tmpfs", "-o", "size=64k", "none", str(disk)], check=False, capture_output=True).returncode:
        pytest.skip("this machine lets nobody mount")
    try:
        window, path = open_window(), disk / "kitchen.plank"
        named(monkeypatch, path)
        assert window.files.save()
        before = load(path)
        (disk / "ballast").write_bytes(b"x" * (64 * 1024 - path.stat().st_size - 5000))
        widened(window)
        for _ in range(3):
            window.store.apply(lambda j: a_wall_of(*["drawers"] * 8, room=j), "more")
        assert not window.files.save()
        assert "the disk is full" in window.notices.texts["save"]
        assert load(path) == before
        assert sorted(p.name for p in disk.iterdir()) == ["ballast", "kitchen.plank"]
    finally:
        subprocess.run(["umount", str(disk)], check=True)


@pytest.mark.parametrize(
    "damage", ["geometry=abc\n[board]\nlayout\\kinds=7\nlayout\\outer=x, y\n", "\x00\x01", "[board]\nlayout\\kinds=sky, plan\n"]
)
def test_settings_that_something_else_wrote_do_not_keep_the_window_from_opening(open_window: Open, tmp_path: Path, damage: str) -> None:
    (tmp_path / "window.ini").write_text(f"[General]\n{damage}")
    window = open_window()
    assert window.board.panes


@pytest.mark.parametrize(("press", "answer"), [("Yes, <b>do</b>", "Yes, <b>do</b>"), ("", "No")])
def test_a_question_has_plain_answers_and_esc_changes_nothing(open_window: Open, qtbot: QtBot, press: str, answer: str) -> None:
    window = open_window()

    def reply() -> None:
        box = QApplication.activeModalWidget()
        assert isinstance(box, QMessageBox)
        assert box.textFormat() is Qt.TextFormat.PlainText
        button = next((b for b in box.buttons() if b.text() == press), None)
        button.click() if button is not None else QTest.keyClick(box, Qt.Key.Key_Escape)

    QTimer.singleShot(50, reply)
    assert ask(window, "Write <i>over</i> it?", ("Yes, <b>do</b>", "No")) == answer


def test_typing_goes_on_while_a_notice_stands(open_window: Open, tmp_path: Path) -> None:
    left_behind(tmp_path)
    window = open_window()
    window.store.select(["u1"])
    type_into(window, "Width", "700")
    assert window.store.job.unit("u1").width == 700
    QApplication.processEvents()
    assert key_of(window)


def _full(_: int) -> None:
    raise OSError(28, "No space left on device")


def test_the_name_of_a_job_is_never_markup(open_window: Open) -> None:
    """In the ticket, in the message below and in tips it is shown as it was typed."""
    window = open_window(a_wall_of("base").replaced(name="<b>Lock</b> & <img src=x>"))
    label = window.ticket.name_label
    assert label.text() == "<b>Lock</b> & <img src=x>"
    assert label.textFormat() is Qt.TextFormat.PlainText
    assert window.message_label.textFormat() is Qt.TextFormat.PlainText
    set_tip(label, "<b>Lock</b>")
    assert "&lt;b&gt;" in label.toolTip()
    for found in window.findChildren(QLabel):
        assert found.textFormat() is not Qt.TextFormat.AutoText, found.text()
