// The worker imports _framework/dotnet.js itself; the SDK wants an entry point to name.
