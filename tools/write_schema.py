"""Writes docs/job.schema.json anew from the records; run it with `./plank run tools/write_schema.py`."""

import json
from pathlib import Path

from tallplank.core.job.file import schema

text = json.dumps(schema(), indent=1, ensure_ascii=False) + "\n"
(Path(__file__).parents[1] / "docs" / "job.schema.json").write_text(text, encoding="utf-8")
