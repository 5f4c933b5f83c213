"""PostgreSQL: the private cluster, migrations, and the SQL behind each use case."""
