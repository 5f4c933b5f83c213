"""HTTP: thin routers over the service, and the schemas the interface's types are generated from."""
