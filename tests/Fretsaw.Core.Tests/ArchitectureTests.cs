using Fretsaw.Core.Engine;

namespace Fretsaw.Core.Tests;

public class ArchitectureTests
{
    [Fact]
    public void The_core_knows_only_the_runtime_and_the_geometry_library()
    {
        var known = typeof(Session).Assembly.GetReferencedAssemblies().Select(name => name.Name!).ToList();
        Assert.All(known, name => Assert.True(name.StartsWith("System.", StringComparison.Ordinal) || name == "NetTopologySuite", name));
    }
}
