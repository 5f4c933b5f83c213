"""Who is signed in, who is in the crew, and who looks at a job right now."""
