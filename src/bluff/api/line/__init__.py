"""Lines as they are typed, and edits looked at before they are made."""
