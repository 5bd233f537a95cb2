using System.CommandLine;
using System.Text.Json;
using Fretsaw.Core.Engine;
using Fretsaw.Core.Films;
using Fretsaw.Core.Sessions;

namespace Fretsaw.Cli;

/// <summary>fretsaw inspect FILM --shot NAME --frame N [--meshes] → JSON on stdout.</summary>
internal static class InspectCommand
{
    public static Command Build()
    {
        var film = Films.Argument();
        var shot = Films.ShotOption();
        var frame = new Option<double>("--frame") { Description = "1-based; may lie between frames", Required = true };
        var meshes = new Option<bool>("--meshes") { Description = "With rest and current vertices, and triangles" };
        var command = new Command("inspect", "Tells everything a frame is made of, as JSON") { film, shot, frame, meshes };
        command.SetAction(result =>
        {
            var opened = Films.Open(result.GetRequiredValue(film)).Film;
            var chosen = Films.FindShot(opened, result.GetValue(shot));
            var number = result.GetRequiredValue(frame);
            if (!(number >= 1 && number <= chosen.Length))
            {
                throw new FilmException($"--frame {number}", $"is not in shot '{chosen.Name}'", $"it has frames 1-{chosen.Length}");
            }

            var evaluator = new Evaluator(PlanCompiler.Compile(opened, chosen, new RigCache()));
            evaluator.Evaluate(number);
            Json.Write(Inspection.Of(evaluator, result.GetValue(meshes)), EngineJson.Default.Inspection);
            return 0;
        });
        return command;
    }
}

internal static class Json
{
    public static void Write<T>(T value, System.Text.Json.Serialization.Metadata.JsonTypeInfo<T> type)
    {
        using var stdout = Console.OpenStandardOutput();
        JsonSerializer.Serialize(stdout, value, type);
        stdout.WriteByte((byte)'\n');
    }
}
