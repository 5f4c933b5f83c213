"""The boards a crew's yard has: what its new jobs begin with."""

from dataclasses import dataclass, replace

from psycopg_pool import ConnectionPool

from bluff.core.job.stock import YardStock
from bluff.formats.stock_file import stock_data, stock_from_data
from bluff.service.rights import Right, need
from bluff.store import stock as rows
from bluff.store.accounts import Account


@dataclass(frozen=True, slots=True)
class CrewStock:
    """The stock of one account's crew; nothing of another crew is ever seen or touched."""

    pool: ConnectionPool
    account: Account

    def get(self) -> YardStock:
        """What the crew's yard has; the usual where it set nothing."""
        with self.pool.connection() as connection:
            kept = rows.find_stock(connection, self.account.crew_id)
        return stock_from_data(kept) if kept is not None else YardStock()

    def keep(self, stock: YardStock) -> None:
        """Keep a stock as the crew's, without the boards on the site: those are of one job."""
        need(self.account, Right.CHANGE)
        with self.pool.connection() as connection:
            rows.save_stock(connection, self.account.crew_id, stock_data(replace(stock, on_site=())))
