import importlib.util
from pathlib import Path

ROOT = Path(__file__).parents[2]


def test_what_is_generated_from_the_code_is_up_to_date(tmp_path):
    spec = importlib.util.spec_from_file_location("generate", ROOT / "tools" / "generate.py")
    tool = importlib.util.module_from_spec(spec)
    spec.loader.exec_module(tool)
    tool.generate(tmp_path)
    for path in [*tool.GENERATED, *(path for path, _ in tool.catalogs(ROOT))]:
        assert (tmp_path / path).read_text() == (ROOT / path).read_text(), f"{path} is stale; run ./bluff generate"
