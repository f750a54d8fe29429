using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace SturdyTinker.Store.Migrations
{
    /// <inheritdoc />
    public partial class WholeCatalogue : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "Composed",
                table: "Visits",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<int>(
                name: "Hands",
                table: "Visits",
                type: "INTEGER",
                nullable: false,
                defaultValue: 1);

            migrationBuilder.AddColumn<string>(
                name: "Schools",
                table: "Trailers",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "''");

            migrationBuilder.AddColumn<int>(
                name: "Seconds",
                table: "StepEntries",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Socket",
                table: "StepEntries",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<decimal>(
                name: "Price",
                table: "PartsUsed",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Schools",
                table: "Customers",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "''");

            migrationBuilder.CreateTable(
                name: "PartsTaken",
                columns: table => new
                {
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    PersonId = table.Column<Guid>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PartsTaken", x => new { x.VisitId, x.Name });
                    table.ForeignKey(
                        name: "FK_PartsTaken_People_PersonId",
                        column: x => x.PersonId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_PartsTaken_Visits_VisitId",
                        column: x => x.VisitId,
                        principalTable: "Visits",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "ShopParts",
                columns: table => new
                {
                    Code = table.Column<string>(type: "TEXT", nullable: false, collation: "NOCASE"),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Measures = table.Column<string>(type: "TEXT", nullable: false),
                    Unit = table.Column<string>(type: "TEXT", nullable: false),
                    Price = table.Column<decimal>(type: "TEXT", nullable: true),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ShopParts", x => x.Code);
                });

            migrationBuilder.CreateTable(
                name: "StepPhotos",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: false),
                    StepKey = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    PersonId = table.Column<Guid>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_StepPhotos", x => x.Id);
                    table.ForeignKey(
                        name: "FK_StepPhotos_People_PersonId",
                        column: x => x.PersonId,
                        principalTable: "People",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_StepPhotos_Visits_VisitId",
                        column: x => x.VisitId,
                        principalTable: "Visits",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "StepTimes",
                columns: table => new
                {
                    Family = table.Column<string>(type: "TEXT", nullable: false),
                    Seconds = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_StepTimes", x => x.Family);
                });

            migrationBuilder.CreateIndex(
                name: "IX_PartsTaken_PersonId",
                table: "PartsTaken",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_StepPhotos_PersonId",
                table: "StepPhotos",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_StepPhotos_VisitId",
                table: "StepPhotos",
                column: "VisitId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "PartsTaken");

            migrationBuilder.DropTable(
                name: "ShopParts");

            migrationBuilder.DropTable(
                name: "StepPhotos");

            migrationBuilder.DropTable(
                name: "StepTimes");

            migrationBuilder.DropColumn(
                name: "Composed",
                table: "Visits");

            migrationBuilder.DropColumn(
                name: "Hands",
                table: "Visits");

            migrationBuilder.DropColumn(
                name: "Schools",
                table: "Trailers");

            migrationBuilder.DropColumn(
                name: "Seconds",
                table: "StepEntries");

            migrationBuilder.DropColumn(
                name: "Socket",
                table: "StepEntries");

            migrationBuilder.DropColumn(
                name: "Price",
                table: "PartsUsed");

            migrationBuilder.DropColumn(
                name: "Schools",
                table: "Customers");
        }
    }
}
