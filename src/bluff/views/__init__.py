"""What screens are handed: by the server, or by the core that runs in a phone's browser.

Nothing but the standard library and the core is imported here: there is nothing else on a phone.
"""
