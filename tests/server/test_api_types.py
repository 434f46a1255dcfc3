"""The front end's description of the API is the one the server gives."""

import json
from pathlib import Path

from yorvek.server.api import api

DOCUMENT = Path(__file__).parents[2] / "web" / "openapi.json"


def test_the_committed_openapi_document_is_current():
    """Make it again with `python -m yorvek.server.manage openapi > web/openapi.json` and `npm run types`."""
    now = json.loads(json.dumps(api.get_openapi_schema(path_prefix="/api/"), sort_keys=True))
    assert json.loads(DOCUMENT.read_text()) == now
