"""On the site: calling marks, checking what was framed, raising it."""
