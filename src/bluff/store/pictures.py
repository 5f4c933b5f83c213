"""The pictures of plans that jobs keep."""

from uuid import UUID

from psycopg import Connection


def add_picture(connection: Connection, crew: UUID, job: UUID, image: str, png: bytes) -> None:
    """Keep a picture for one of a crew's jobs, unless it is there already."""
    connection.execute(
        """
        INSERT INTO plan_picture (job_id, crew_id, image, png) VALUES (%(job)s, %(crew)s, %(image)s, %(png)s)
        ON CONFLICT (job_id, image) DO NOTHING
        """,
        {"job": job, "crew": crew, "image": image, "png": png},
    )


def find_picture(connection: Connection, crew: UUID, job: UUID, image: str) -> bytes | None:
    """One of the pictures of a crew's job, None when there is none of that name."""
    row = connection.execute(
        "SELECT png FROM plan_picture WHERE crew_id = %(crew)s AND job_id = %(job)s AND image = %(image)s",
        {"crew": crew, "job": job, "image": image},
    ).fetchone()
    return bytes(row[0]) if row else None
