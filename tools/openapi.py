"""Print the API's OpenAPI document, for the front end's generated types."""

import json
import tempfile
from pathlib import Path

from ambitus.web.app import make_app

with tempfile.TemporaryDirectory() as folder:
    print(
        json.dumps(
            make_app(Path(folder) / "any.sqlite", Path(folder)).openapi(), indent=1, ensure_ascii=False
        )
    )
