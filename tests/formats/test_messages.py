"""Messages as text, for what is kept of them: whatever a message is made of comes back."""

from hypothesis import given
from hypothesis import strategies as st

from bluff.core.message import Message
from bluff.formats.messages import kept_message, kept_text
from framing import say

ARGUMENTS = st.recursive(
    st.text() | st.integers(),
    lambda inner: st.builds(Message, st.text(), st.dictionaries(st.text(), inner).map(lambda of: tuple(of.items()))),
)


@given(
    st.builds(Message, st.text(), st.dictionaries(st.text(), ARGUMENTS).map(lambda of: tuple(of.items())), st.text())
)
def test_a_message_comes_back(said):
    assert kept_message(kept_text(said)) == said


def test_text_of_an_earlier_version_is_the_message_it_is():
    for text in ("The job was removed.", "12", '["a"]', ""):
        assert say(kept_message(text)) == text
