"""Writes the JSON Schemas in docs/ anew from the records; run it with `./plank run tools/write_schema.py`."""

import json
from pathlib import Path

from tallplank.core.exchange import parts_format
from tallplank.core.job import file

for name, schema in (("job", file.schema), ("parts", parts_format.schema)):
    text = json.dumps(schema(), indent=1, ensure_ascii=False) + "\n"
    (Path(__file__).parents[1] / "docs" / f"{name}.schema.json").write_text(text, encoding="utf-8")
