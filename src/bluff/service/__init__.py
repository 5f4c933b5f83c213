"""Use cases: what a signed-in account can do. Transactions and permissions live here."""
