"""`./bluff sign-in NAME`: a link for somebody who lost every other way in, from somebody at the machine.

Without a name it lists the names there are.
"""

import psycopg

from bluff.core.message import message
from bluff.run.installation import address_served, database_at_hand
from bluff.run.terminal import tell, tell_trouble
from bluff.service.names import clean_name
from bluff.service.sessions import link_for
from bluff.store import accounts
from bluff.store.cluster import ClusterError
from bluff.store.database import open_pool


def print_link(name: str | None) -> int:
    """Print a link that lets somebody in once, to choose a password, or who there is; returns the exit code."""
    try:
        with database_at_hand() as url, open_pool(url) as pool, pool.connection() as connection:
            names = accounts.all_names(connection)
            if name is None:
                tell(message("Run ./bluff sign-in NAME with one of these names:"))
                print("\n".join(f"  {one}" for one in names))
                return 0
            account = accounts.account_called(connection, clean_name(name))
            if account is None:
                tell_trouble(
                    message(
                        "Nobody here has the name {name}. The names are {names}.", name=name, names=", ".join(names)
                    )
                )
                return 1
            token = link_for(connection, account.id)
    except (ClusterError, psycopg.OperationalError) as error:
        tell_trouble(error)
        return 1
    print(f"{address_served() or ''}/enter#{token}")
    return 0
