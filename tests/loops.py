"""What runs an event loop of its own: a browser may have one running in the thread of the tests."""

from concurrent.futures import ThreadPoolExecutor


def apart(do, *arguments, **options):
    """What a function returns that is called in a thread of its own."""
    with ThreadPoolExecutor(1) as thread:
        return thread.submit(do, *arguments, **options).result()
